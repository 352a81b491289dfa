<script lang="ts" generics="T">
	/**
	 * Rows under heads, a page at a time. The first cell of a row holds what opens it (`data-open`): one Tab stop for all rows,
	 * with arrows between them.
	 */
	import type { Snippet } from 'svelte';
	import { untrack } from 'svelte';
	import MorePages, { type Paged } from './MorePages.svelte';

	let {
		label,
		heads,
		rows,
		row,
		empty,
		rest
	}: {
		label: string;
		/** A head a column; one that only a screen reader needs begins with a dot. */
		heads: readonly string[];
		rows: readonly T[];
		/** The cells of a row. */
		row: Snippet<[T]>;
		/** What is said where there are none, or while they are fetched. */
		empty: string;
		/** More rows that can be asked for, of how many in all. */
		rest?: { count: number | undefined; pages: Paged } | undefined;
	} = $props();
	let body: HTMLElement | undefined = $state();
	const openers = () => [...(body?.querySelectorAll<HTMLElement>('[data-open]') ?? [])];

	$effect(() => {
		void rows;
		untrack(() => settle(openers().find((each) => each === document.activeElement)));
	});

	function settle(stop: HTMLElement | undefined): void {
		const all = openers();
		const one = stop ?? all.find((each) => each.getAttribute('aria-current')) ?? all[0];
		for (const each of all) each.tabIndex = each === one ? 0 : -1;
	}

	function arrows(table: HTMLElement): () => void {
		table.addEventListener('keydown', go);
		return () => table.removeEventListener('keydown', go);
	}

	function go(event: KeyboardEvent): void {
		const all = openers();
		const place = all.indexOf(event.target as HTMLElement);
		const to = { ArrowDown: place + 1, ArrowUp: place - 1, Home: 0, End: all.length - 1 }[event.key];
		if (place < 0 || to === undefined || !all[to]) return;
		event.preventDefault();
		settle(all[to]);
		all[to].focus();
	}
</script>

<div class="relative overflow-x-auto">
	<table class="rows" aria-label={label}>
		<thead>
			<tr>
				{#each heads as head (head)}
					<th scope="col"
						>{#if head.startsWith('.')}<span class="sr-only">{head.slice(1)}</span>{:else}{head}{/if}</th
					>
				{/each}
			</tr>
		</thead>
		<tbody bind:this={body} {@attach arrows}>
			{#each rows as each (each)}
				{@render row(each)}
			{:else}<tr><td colspan={heads.length} class="text-slate">{empty}</td></tr>{/each}
		</tbody>
	</table>
</div>
{#if rest}
	<MorePages
		query={rest.pages}
		words="Show more{rest.count === undefined ? '' : ` of ${rest.count.toLocaleString('en-GB')}`}"
	/>
{/if}
