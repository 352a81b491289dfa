<script lang="ts">
	/** Sharing the rest of 100 among the weights that are not locked: each way with what it makes, before it is done. */
	import { thisClass } from '$lib/class/thisClass';
	import { words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';

	let { plan, open = $bindable(false) }: { plan: Shapes['PlanOut']; open: boolean } = $props();
	const here = thisClass();
	type Way = Shapes['RestIn']['way'];
	const rest = $derived(open ? here.editing.restShared(plan.term_id) : null);

	async function share(way: Way): Promise<void> {
		await notice.tried(
			here.editing.shareRest(plan.term_id, way),
			way === 'alike'
				? 'The rest is shared alike. Ctrl Z takes it back.'
				: 'The weights add up to 100, in the proportions they had. Ctrl Z takes it back.'
		);
		open = false;
	}
</script>

<Dialog bind:open title="Share the rest of 100">
	{#await rest}
		<p role="status">Working it out…</p>
	{:then found}
		{#if found}<table class="w-full tabular-nums">
				<thead>
					<tr class="text-left text-slate">
						<th scope="col">Category</th><th scope="col" class="text-right">Now</th>
						<th scope="col" class="text-right">In proportion</th><th scope="col" class="text-right"
							>All alike</th
						>
					</tr>
				</thead>
				<tbody>
					{#each plan.categories.filter((each) => !each.bonus) as each (each.id)}
						<tr>
							<th scope="row" class="text-left font-normal">{each.name}{each.locked ? ', locked' : ''}</th>
							<td class="text-right">{each.weight}</td>
							<td class="text-right">{found.in_proportion[each.id] ?? each.weight}</td>
							<td class="text-right">{found.alike[each.id] ?? each.weight}</td>
						</tr>
					{/each}
				</tbody>
			</table>
			<p class="mt-4 flex flex-wrap gap-2">
				<button class="btn" onclick={() => share('in_proportion')}>Share in proportion</button>
				<button class="btn quiet" onclick={() => share('alike')}>Share alike</button>
			</p>{/if}
	{:catch error}
		<p class="problem" role="alert">{words(error)}</p>
	{/await}
</Dialog>
