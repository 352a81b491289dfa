<script lang="ts">
	/** Who is in already, with the class's middle so far, and what becomes of the rest when the pile is through. */
	import { counted } from '$lib/words/plurals';
	import type { Shapes } from '$lib/api/client';
	import type { Row } from '$lib/class/entering.svelte';
	import Select from '$lib/ui/select/Select.svelte';

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

<aside
	class="flex min-h-0 flex-col px-6 py-4 max-md:h-auto max-md:px-4 max-md:pt-3 max-md:pb-65"
	aria-label="Roster"
>
	<div class="flex items-end gap-6 border-b border-rule pb-3">
		<p>
			<span class="block text-small text-slate">mean so far</span><b
				class="font-name text-title leading-7 font-medium">{work.figures.mean ?? '—'}</b
			>
		</p>
		<p>
			<span class="block text-small text-slate">median</span><b
				class="font-name text-title leading-7 font-medium">{work.figures.median ?? '—'}</b
			>
		</p>
		<div
			class="relative mx-2 h-14 flex-1 before:absolute before:inset-x-0 before:top-auto before:bottom-3.25 before:border-t before:border-rule before:content-[''] max-md:hidden"
			role="img"
			aria-label="{work.figures.count} numbers from 0 to {work.points} points"
		>
			{#each dots as dot (dot.key)}<i
					class={[
						'absolute -ml-0.75 size-1.5',
						dot.isSlip ? 'rounded-none bg-amber' : 'rounded-full bg-deep-2',
						dot.isSlip && 'rotate-45'
					]}
					style="left: {dot.left}%; bottom: {14 + Math.min(dot.up, 6) * 6}px"
				></i>{/each}
			{#if mean}<b
					class="absolute bottom-3.25 h-10 border-l border-ink font-name text-title leading-7 font-medium"
					style="left: {Math.min(mean, 100)}%"
				></b>{/if}
			{#each marks as { left, points } (left)}<span
					class="absolute -bottom-0.75 [transform:translateX(-50%)] text-small leading-3.5 text-slate"
					style="left: {left}%">{points}</span
				>{/each}
		</div>
	</div>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (it scrolls, also by the arrow keys) -->
	<ul
		class={[
			'my-2 -mr-6 ml-0 min-h-0 grid-flow-col grid-cols-2 grid-rows-[repeat(var(--half),34px)] gap-x-6 gap-y-0 overflow-y-auto pr-6 max-md:mr-0 max-md:block max-md:pr-0',
			work.standards.length ? 'block' : 'grid'
		]}
		style:--half={Math.ceil(roster.length / 2)}
		tabindex="0"
		aria-label="Who is in"
	>
		{#each roster as { row, cell, text, isIn } (row.student_id)}
			<li
				class={[
					'flex h-8.5 items-center justify-between border-b border-hair',
					pointed.includes(row.student_id) && 'bg-ice-2 shadow-[inset_3px_0_0_var(--color-juniper)]',
					!isIn && 'text-slate'
				]}
			>
				<span
					class={[
						'flex min-w-0 items-baseline pr-1.5 whitespace-pre',
						pointed.includes(row.student_id) && 'pl-2'
					]}
					>{#if hasAliases}{row.alias}{:else}<b
							class={['overflow-hidden text-ellipsis', !isIn ? 'font-normal' : 'font-semibold']}
							>{row.family_name}</b
						><span class="flex-none">, {row.given_name}</span>{#if row.number}<small
								class="mx-1.5 flex-none text-slate">{row.number}</small
							>{/if}{/if}</span
				>
				{#if cell.standards?.some(Boolean)}<small class="flex-1 truncate px-3 text-right text-slate"
						>{work.standards
							.map((name, place) => `${name} ${cell.standards?.[place] || '…'}`)
							.join(', ')}</small
					>{/if}
				<span
					class={[
						'cell relative h-8.25 min-w-11.75 flex-none border-x border-y-0 border-hair px-2 text-right leading-8.25',
						cell.slip && 'bg-amber-2'
					]}
				>
					{#if cell.level !== null && !cell.slip}<i
							class="absolute inset-x-0 top-auto bottom-0 border-t border-deep bg-[linear-gradient(var(--color-frost),var(--color-ice))]"
							style="height: {cell.level}%"
						></i>{/if}
					{#if text}<span class="relative">{text}</span>{:else}<span
							class="relative inline-block h-0.75 w-4.75 align-middle [background:radial-gradient(circle_at_1.5px_1.5px,var(--color-slate)_1.5px,transparent_1.6px)_0_0/8px_3px]"
							title="nothing yet"
						></span>{/if}
				</span>
			</li>
		{/each}
	</ul>
	{#if onrest}
		<p
			class="mt-auto flex flex-wrap items-baseline gap-x-1.5 gap-y-2 border-t border-rule pt-3"
			role="status"
		>
			{#if blanks}
				<span
					><b>When the pile is through:</b>
					{counted(blanks, 'has', 'have')} nothing yet: leave blank,</span
				>
				<button class="link" aria-label="zero for all who have nothing" onclick={() => onrest('0')}
					>zero</button
				>
				<Select
					class="h-6.5 w-24 rounded border border-rule bg-transparent px-1.5 text-ink"
					label="A code for all who have nothing"
					placeholder="a code"
					onchange={onrest}
					choices={codes.map((each) => [each.code, `${each.code}, ${each.name}`] as const)}
				/>
			{:else}<span><b>The pile is through:</b> everybody has something.</span>{/if}
		</p>
	{/if}
</aside>
