<script lang="ts">
	/** Who is in already, with the class's middle so far, and what becomes of the rest when the pile is through. */
	import type { Shapes } from '$lib/api/client';
	import type { Row } from '$lib/grid/entering.svelte';

	let {
		roster,
		work,
		hasAliases,
		blanks,
		codes,
		onrest
	}: {
		roster: { row: Row; cell: Shapes['CellOut']; text: string; isIn: boolean }[];
		work: Shapes['ColumnOut'];
		hasAliases: boolean;
		blanks: number;
		codes: Shapes['CodeShownOut'][];
		/** Give the rest the same; not where nothing can be entered. */
		onrest: ((text: string) => void) | undefined;
	} = $props();
	let code = $state('');
	const dots = $derived.by(() => {
		const stacked: { left: number; up: number; isSlip: boolean; key: number }[] = [];
		for (const { row, cell } of roster) {
			if (cell.level === null) continue;
			const left = Math.round(cell.level);
			const up = stacked.filter((each) => each.left === left).length;
			stacked.push({ left, up, isSlip: cell.slip !== null, key: row.student_id });
		}
		return stacked;
	});
</script>

<aside aria-label="Roster">
	<div class="figures">
		<p><span>mean so far</span><b>{work.figures.mean ?? '—'}</b></p>
		<p><span>median</span><b>{work.figures.median ?? '—'}</b></p>
		<div class="dots" role="img" aria-label="{work.figures.count} numbers from 0 to {work.points} points">
			{#each dots as dot (dot.key)}<i
					class:slip={dot.isSlip}
					style="left: {dot.left}%; bottom: {14 + Math.min(dot.up, 6) * 6}px"
				></i>{/each}
			<span style="left: 0">0</span><span style="left: 100%">{work.points}</span>
		</div>
	</div>
	<ul class:single={work.standards.length}>
		{#each roster as { row, cell, text, isIn } (row.student_id)}
			<li class:blank={!isIn}>
				<span
					>{#if hasAliases}{row.alias}{:else}<b>{row.family_name},</b><span>{row.given_name}</span
						>{#if row.number}<small>{row.number}</small>{/if}{/if}</span
				>
				{#if cell.standards?.some(Boolean)}<small class="levels"
						>{work.standards
							.map((name, place) => `${name} ${cell.standards?.[place] || '…'}`)
							.join(', ')}</small
					>{/if}
				<span class="cell" class:slip={cell.slip}>
					{#if cell.level !== null && !cell.slip}<i style="height: {cell.level}%"></i>{/if}
					<span>{text || '…'}</span>
				</span>
			</li>
		{/each}
	</ul>
	{#if onrest}
		<p class="through" role="status">
			{#if blanks}
				<span
					><b>When the pile is through:</b>
					{blanks === 1 ? '1 has' : `${blanks} have`} nothing yet. Leave blank, or give them</span
				>
				<button class="link" onclick={() => onrest('0')}>zero</button>
				<select
					aria-label="A code for all who have nothing"
					bind:value={code}
					onchange={() => {
						if (code) onrest(code);
						code = '';
					}}
				>
					<option value="">a code</option>
					{#each codes as each (each.code)}<option value={each.code}>{each.code}, {each.name}</option>{/each}
				</select>
			{:else}<span><b>The pile is through:</b> everybody has something.</span>{/if}
		</p>
	{/if}
</aside>

<style>
	aside {
		display: flex;
		flex-direction: column;
		padding: 24px;
	}
	.figures {
		display: flex;
		gap: 24px;
		align-items: flex-end;
		padding-bottom: 12px;
		border-bottom: 1px solid var(--rule);
	}
	.figures p span {
		display: block;
		color: var(--slate);
		font-size: 12px;
	}
	.figures b {
		font: 500 24px/28px var(--name);
	}
	.dots {
		position: relative;
		flex: 1;
		height: 56px;
		margin: 0 8px;
	}
	.dots::before {
		content: '';
		position: absolute;
		inset: auto 0 13px;
		border-top: 1px solid var(--rule);
	}
	.dots i {
		position: absolute;
		width: 6px;
		height: 6px;
		margin-left: -3px;
		border-radius: 50%;
		background: var(--deep-2);
	}
	.dots .slip {
		border-radius: 0;
		background: var(--amber);
		transform: rotate(45deg);
	}
	.dots span {
		position: absolute;
		bottom: -3px;
		transform: translateX(-50%);
		color: var(--slate);
		font-size: 12px;
		line-height: 14px;
	}
	ul {
		columns: 2;
		column-gap: 24px;
		margin: 8px 0 16px;
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		height: 34px;
		break-inside: avoid;
		border-bottom: 1px solid var(--hair);
	}
	li > span:first-child {
		display: flex;
		min-width: 0;
		gap: 6px;
		white-space: pre;
	}
	li b {
		overflow: hidden;
		text-overflow: ellipsis;
	}
	li b {
		font-weight: 600;
	}
	.blank {
		color: var(--slate);
	}
	.blank b {
		font-weight: 400;
	}
	small {
		color: var(--slate);
	}
	ul.single {
		columns: 1;
	}
	.levels {
		flex: 1;
		padding: 0 12px;
		overflow: hidden;
		text-align: right;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.cell {
		position: relative;
		flex: none;
		min-width: 47px;
		height: 33px;
		padding: 0 8px;
		border: 1px solid var(--hair);
		border-width: 0 1px;
		line-height: 33px;
		text-align: right;
	}
	.cell span {
		position: relative;
	}
	.cell i {
		position: absolute;
		inset: auto 0 0;
		background: linear-gradient(var(--frost), var(--ice));
		border-top: 1px solid var(--deep);
	}
	.cell.slip {
		background: var(--amber-2);
	}
	.through {
		display: flex;
		flex-wrap: wrap;
		gap: 8px 12px;
		align-items: baseline;
		margin-top: auto;
		padding-top: 12px;
		border-top: 1px solid var(--rule);
	}
	select {
		height: 26px;
		border: 1px solid var(--rule);
		border-radius: 3px;
		background: transparent;
		color: var(--ink);
	}
	@media (max-width: 900px) {
		aside {
			padding: 12px 16px 260px;
		}
		ul {
			columns: 1;
		}
		.dots {
			display: none;
		}
	}
</style>
