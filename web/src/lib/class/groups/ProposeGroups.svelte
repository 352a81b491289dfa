<script lang="ts">
	/** Several groups at once, as they could be: looked at first, drawn again, and kept. */
	import { notice } from '$lib/app/notice.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { counted } from '$lib/words/plurals';
	import type { Grouping } from './grouping';

	let {
		term,
		students,
		grouping,
		onkeep
	}: {
		term: number;
		students: { id: number; name: string }[];
		grouping: Grouping;
		/** These are wanted. */
		onkeep: (groups: number[][]) => Promise<void>;
	} = $props();
	type Way = Parameters<Grouping['propose']>[0]['way'];

	const ways: readonly (readonly [Way, string])[] = [
		['draw', 'by draw'],
		['mixed', 'mixed: each like the others'],
		['alike', 'of those who stand alike']
	];
	let way = $state<Way>('draw');
	let count = $state(4);
	let proposed = $state.raw<number[][]>([]);
	const nameOf = (id: number) => students.find((each) => each.id === id)?.name ?? '';

	async function propose(): Promise<void> {
		proposed = await grouping.propose({ way, count, term });
	}

	async function keep(): Promise<void> {
		await onkeep(proposed);
		proposed = [];
	}
</script>

<section class="mt-4 border-t border-hair pt-3" aria-label="Several groups at once">
	<form
		class="flex flex-wrap items-end gap-3"
		onsubmit={(event) => {
			event.preventDefault();
			void notice.tried(propose());
		}}
	>
		<label
			><span class="label">Several at once</span><input
				class="field w-20"
				type="number"
				min="1"
				max={Math.max(1, Math.min(60, students.length))}
				required
				bind:value={count}
			/></label
		>
		<label
			><span class="label">How</span><Select
				class="field min-w-60"
				value={way}
				onchange={(value) => ((way = value as Way), (proposed = []))}
				choices={ways}
			/></label
		>
		<button class="btn quiet">{proposed.length ? 'Propose others' : 'Propose'}</button>
	</form>
	{#if proposed.length}
		<ol
			class="my-3 grid max-h-60 grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-5 gap-y-3 overflow-auto"
			aria-label="Proposed"
		>
			{#each proposed as each, place (place)}
				<li>
					<span class="text-small text-slate">{counted(each.length, 'student')}</span>
					<ul>
						{#each each as student (student)}<li>{nameOf(student)}</li>{/each}
					</ul>
				</li>
			{/each}
		</ol>
		<button class="btn" onclick={() => notice.tried(keep(), `${counted(proposed.length, 'group')} made.`)}
			>Keep these {counted(proposed.length, 'group')}</button
		>
	{/if}
</section>
