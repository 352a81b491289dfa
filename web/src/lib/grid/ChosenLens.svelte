<script lang="ts">
	/** The lens on cells that were chosen together: their figures, which the core counts. */
	import { createQuery } from '@tanstack/svelte-query';
	import { api, ask, words } from '$lib/api/client';
	import LensFrame from './LensFrame.svelte';

	let { classId, cells }: { classId: number; cells: { student: number; assignment: number }[] } = $props();
	const figures = createQuery(() => ({
		queryKey: ['class', classId, 'chosen', cells],
		queryFn: () =>
			ask(
				api.POST('/api/classes/{class_id}/chosen', {
					params: { path: { class_id: classId } },
					body: { cells }
				})
			),
		placeholderData: (before) => before
	}));
</script>

<LensFrame label="Lens on what is chosen" heading="{cells.length} cells chosen">
	{#if figures.data}
		<dl>
			<dt>with a number</dt>
			<dd>{figures.data.count}</dd>
			<dt>sum, in points</dt>
			<dd>{figures.data.sum}</dd>
			<dt>mean</dt>
			<dd>{figures.data.mean ?? '—'}</dd>
			<dt>median</dt>
			<dd>{figures.data.median ?? '—'}</dd>
		</dl>
		<p>
			<kbd>Ctrl D</kbd> fills the first row down, <kbd>Space</kbd> gives all of them a code,
			<kbd>Delete</kbd> empties them, <kbd>Ctrl C</kbd> copies them.
		</p>
	{:else if figures.isError && !figures.data}<p class="problem" role="alert">{words(figures.error)}</p>
	{:else}<p>Counting…</p>{/if}
</LensFrame>

<style>
	dl {
		display: grid;
		grid-template-columns: 1fr auto;
		margin: 10px 0;
	}
	dt {
		color: var(--slate);
	}
	dd {
		text-align: right;
		font-weight: 600;
	}
	p {
		color: var(--slate);
		font-size: 12px;
		line-height: 20px;
	}
</style>
