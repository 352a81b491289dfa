<script lang="ts">
	/** How the grid is looked at: order, what is in sight, and names or aliases. */
	import Check from '$lib/ui/check/Check.svelte';
	import type { Shapes } from '$lib/api/client';
	import Menu from '$lib/ui/menu/Menu.svelte';
	import { orderOf } from '$lib/class/names';
	import {
		asideOf,
		categoriesOf,
		orders,
		states,
		switches,
		ways,
		waysBack,
		type View
	} from '$lib/class/view';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import type { Group } from '$lib/class/groups/grouping';
	import Ways from './Ways.svelte';

	let {
		grid,
		view,
		sought = $bindable(),
		groups,
		stack,
		on,
		look
	}: {
		grid: Shapes['GridOut'];
		view: View;
		/** Which students are looked for: by a part of the name, and in a group, or in all where it is 0. */
		sought: { name: string; group: number };
		groups: Group[];
		/** Where a stack is entered. */
		stack: string;
		/** Arrange the students anew, where they would stand elsewhere by now; add an assignment; look at the groups. */
		on: { arrange: (() => void) | null; add: () => void; groups: () => void };
		look: (change: Partial<View>) => void;
	} = $props();
	/** By whose scores students stand, where they do. */
	const by = $derived(
		view.students === 'score' ? grid.columns.find((each) => each.id === view.by) : undefined
	);
	const categories = $derived(categoriesOf(grid));
	const aside = $derived(asideOf(grid, view).length);
	let asideButton = $state<HTMLButtonElement>();
	/** Where the menu of what is put aside stands while it is open. */
	let menu = $state<DOMRect | null>(null);
	const hasAdjusted = $derived(
		grid.rows.some((row) =>
			Object.values(row.cells).some((cell) => cell.adjusted && cell.adjusted !== cell.text)
		)
	);
</script>

<div
	class="flex min-h-9 flex-none flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-0.75 pr-4 pl-6 whitespace-nowrap"
>
	{#if grid.levels}<Ways at="piece" term={grid.term_id} />{/if}
	<Segmented label="Columns" choices={ways} value={view.columns} onchange={(columns) => look({ columns })} />
	<Select
		class="h-6.5 max-w-36 rounded border border-rule bg-transparent px-1.5 text-ink"
		label="Which work"
		value={view.work}
		onchange={(value) => look({ work: value })}
		choices={[
			['all', 'all work'],
			...categories.map((each) => [each, each, 'of one category'] as const),
			...states.map(([value, words]) => [value, words, 'as it stands'] as const)
		]}
	/>
	{#if aside}
		<button
			class="link"
			bind:this={asideButton}
			aria-haspopup="menu"
			onclick={() => (menu = asideButton!.getBoundingClientRect())}>{aside} put aside</button
		>
	{/if}
	<Select
		class="h-6.5 max-w-36 rounded border border-rule bg-transparent px-1.5 text-ink"
		label="Students"
		value={orderOf(view)}
		onchange={(value) => look({ students: value as View['students'] })}
		barred={orders
			.map(([value]) => value)
			.filter((each) => orderOf({ students: each, hasAliases: view.hasAliases }) !== each)}
		choices={[...orders, ...(by ? [['score', `by ${by.short_name}`] as const] : [])]}
	/>
	<input
		class="h-6.5 w-21 rounded border border-rule bg-transparent px-1.5 text-ink"
		type="search"
		aria-label="Only students named"
		placeholder="named …"
		bind:value={sought.name}
	/>
	{#if groups.length}
		<Select
			class="h-6.5 max-w-36 rounded border border-rule bg-transparent px-1.5 text-ink"
			label="Group"
			value={String(sought.group)}
			onchange={(value) => (sought.group = Number(value))}
			choices={[['0', 'everybody'], ...groups.map((each) => [String(each.id), each.name] as const)]}
		/>
	{/if}
	{#each switches as [name, words] (name)}
		<Check class="text-slate" checked={view[name]} onchange={(isOn) => look({ [name]: isOn })}>{words}</Check>
	{/each}
	{#if hasAdjusted}
		<Check
			class="text-slate"
			checked={view.numbers === 'entered'}
			onchange={(isOn) => look({ numbers: isOn ? 'entered' : 'adjusted' })}>as entered</Check
		>
	{/if}
	{#if on.arrange}
		<button class="link" onclick={on.arrange}
			>{view.onlyBlanks ? 'look for blanks again' : 'sort again'}</button
		>
	{/if}
	<span class="ml-auto flex gap-3">
		<button class="btn quiet small" onclick={on.groups}>Groups</button>
		<button class="btn quiet small" onclick={on.add}>Add an assignment</button>
		<a class="btn quiet small" href={stack}>Enter a stack</a>
	</span>
</div>

<Menu
	acts={waysBack(grid, view, look)}
	beside={menu}
	onclose={(isElsewhere) => {
		menu = null;
		if (!isElsewhere) asideButton?.focus();
	}}
/>
