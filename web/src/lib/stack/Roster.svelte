<script lang="ts">
	/** Who is in already, with the class's middle so far, and what becomes of the rest when the pile is through. */
	import type { Shapes } from '$lib/api/client';
	import type { Row } from '$lib/grid/entering.svelte';

	let {
		roster,
		work,
		hasAliases,
		blanks,
		pointed,
		codes,
		onrest
	}: {
		roster: { row: Row; cell: Shapes['CellOut']; text: string; isIn: boolean }[];
		work: Shapes['ColumnOut'];
		hasAliases: boolean;
		blanks: number;
		/** Whom the letters that are typed can mean. */
		pointed: number[];
		codes: Shapes['CodeShownOut'][];
		/** Give the rest the same; not where nothing can be entered. */
		onrest: ((text: string) => void) | undefined;
	} = $props();
	let code = $state('');
	/** Where the axis is written: at its ends, and between them where that is whole points. */
	const marks = $derived(
		[0, 20, 40, 60, 80, 100]
			.map((left) => ({ left, points: (Number(work.points) * left) / 100 }))
			.filter(({ left, points }) => left % 100 === 0 || Number.isInteger(points))
	);
	const mean = $derived(work.figures.mean && (100 * Number(work.figures.mean)) / Number(work.points));
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
			{#if mean}<b style="left: {Math.min(mean, 100)}%"></b>{/if}
			{#each marks as { left, points } (left)}<span style="left: {left}%">{points}</span>{/each}
		</div>
	</div>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (it scrolls, also by the arrow keys) -->
	<ul
		class:single={work.standards.length}
		style:--half={Math.ceil(roster.length / 2)}
		tabindex="0"
		aria-label="Who is in"
	>
		{#each roster as { row, cell, text, isIn } (row.student_id)}
			<li class:blank={!isIn} class:pointed={pointed.includes(row.student_id)}>
				<span class="who"
					>{#if hasAliases}{row.alias}{:else}<b>{row.family_name}</b><span>, {row.given_name}</span
						>{#if row.number}<small>{row.number}</small>{/if}{/if}</span
				>
				{#if cell.standards?.some(Boolean)}<small class="levels"
						>{work.standards
							.map((name, place) => `${name} ${cell.standards?.[place] || '…'}`)
							.join(', ')}</small
					>{/if}
				<span class="cell" class:slip={cell.slip}>
					{#if cell.level !== null && !cell.slip}<i style="height: {cell.level}%"></i>{/if}
					{#if text}<span>{text}</span>{:else}<span class="dotted" title="nothing yet"></span>{/if}
				</span>
			</li>
		{/each}
	</ul>
	{#if onrest}
		<p class="through" role="status">
			{#if blanks}
				<span
					><b>When the pile is through:</b>
					{blanks === 1 ? '1 has' : `${blanks} have`} nothing yet: leave blank,</span
				>
				<button class="link" aria-label="zero for all who have nothing" onclick={() => onrest('0')}
					>zero</button
				>
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
	/* The names scroll, so that the figures and what becomes of the rest stay in sight. */
	aside {
		position: sticky;
		top: 0;
		display: flex;
		flex-direction: column;
		height: calc(100vh - 147px);
		padding: 16px 24px;
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
	.dots b {
		position: absolute;
		bottom: 13px;
		height: 40px;
		border-left: 1px solid var(--ink);
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
		display: grid;
		grid-template-rows: repeat(var(--half), 34px);
		grid-template-columns: repeat(2, minmax(0, 1fr));
		grid-auto-flow: column;
		gap: 0 24px;
		min-height: 0;
		margin: 8px -24px 8px 0;
		padding-right: 24px;
		overflow-y: auto;
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		height: 34px;
		border-bottom: 1px solid var(--hair);
	}
	.who {
		display: flex;
		min-width: 0;
		padding-right: 6px;
		align-items: baseline;
		white-space: pre;
	}
	.who > span {
		flex: none;
	}
	.who small {
		flex: none;
		margin: 0 6px;
	}
	.who b {
		overflow: hidden;
		font-weight: 600;
		text-overflow: ellipsis;
	}
	.pointed {
		background: var(--ice-2);
		box-shadow: inset 3px 0 0 var(--juniper);
	}
	.pointed .who {
		padding-left: 8px;
	}
	.dotted {
		display: inline-block;
		width: 19px;
		height: 3px;
		vertical-align: middle;
		background: radial-gradient(circle at 1.5px 1.5px, var(--slate) 1.5px, transparent 1.6px) 0 0/8px 3px;
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
		display: block;
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
		gap: 8px 6px;
		align-items: baseline;
		margin-top: auto;
		padding-top: 12px;
		border-top: 1px solid var(--rule);
	}
	select {
		width: 76px;
		height: 26px;
		border: 1px solid var(--rule);
		border-radius: 3px;
		background: transparent;
		color: var(--ink);
	}
	@media (max-width: 900px) {
		aside {
			position: static;
			height: auto;
			padding: 12px 16px 260px;
		}
		ul {
			display: block;
			margin-right: 0;
			padding-right: 0;
		}
		.dots {
			display: none;
		}
	}
</style>
