<script lang="ts">
	/** Deleting a category or an assignment: whose grades that moves, and where what is in it goes. */
	import { words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Changes from '$lib/class/consequence/Changes.svelte';
	import { consequenceOf } from '$lib/class/consequence/consequence.svelte';
	import { changed } from '$lib/class/consequence/words';
	import type { Doomed } from '$lib/class/planning/editing';
	import { thisClass } from '$lib/class/thisClass';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { onOpening } from '$lib/ui/opening.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let { plan, doomed = $bindable() }: { plan: Shapes['PlanOut']; doomed: Doomed | null } = $props();
	const here = thisClass();
	/** The category that takes what is in the deleted one. */
	let into = $state('none');
	onOpening(
		() => doomed,
		() => (into = 'none')
	);

	async function remove(): Promise<void> {
		if (!doomed) return;
		const { kind, id: which, name, inside } = doomed;
		doomed = null;
		try {
			if (kind === 'category' && inside) {
				const isGone = await here.editing.merge(which, into === 'none' ? null : Number(into));
				if (isGone && into === 'none') await here.editing.remove(kind, which);
				notice.say(
					isGone
						? `${name} is deleted. Ctrl Z brings it back.`
						: `What is in ${name} moves with the draft. Once it is applied, ${name} can be deleted.`
				);
				return;
			}
			await here.editing.remove(kind, which);
			notice.say(`${name} is deleted. Ctrl Z brings it back.`);
		} catch (error) {
			notice.problem(words(error));
		}
	}
</script>

<Dialog
	asks
	title="Delete {doomed?.name ?? ''}?"
	bind:open={() => doomed !== null, (open) => !open && (doomed = null)}
>
	<p>
		{#if doomed?.kind === 'category'}
			{#if doomed.inside}
				Its {doomed.inside} assignments are not lost. They go into
				<Select
					label="Where its assignments go"
					bind:value={into}
					choices={[
						...plan.categories
							.filter((each) => each.id !== doomed?.id)
							.map((each) => [each.id, each.name] as const),
						['none', 'no category, and so out of the grade']
					]}
				/>
			{:else}It has no assignments.{/if}
		{:else}
			It goes out of the grade with its scores.
		{/if}
		Undoing brings it back as it was.
	</p>
	{#if doomed?.kind === 'assignment'}
		{#await consequenceOf({ classId: here.id, term: plan.term_id, deleted: [doomed.id] })}
			<p class="text-slate" role="status">Working out whose grades that moves…</p>
		{:then would}
			<p>{changed(would)}</p>
			{#if would.grades}<div class="max-h-[40vh] overflow-auto">
					<Changes {would} now="now" then="without it" />
				</div>{/if}
		{:catch error}
			<p class="problem" role="alert">{words(error)}</p>
		{/await}
	{/if}
	<p class="mt-4 flex gap-3">
		<button class="btn" onclick={remove}>Delete {doomed?.name}</button>
		<button class="btn quiet" onclick={() => (doomed = null)}>Keep it</button>
	</p>
</Dialog>
