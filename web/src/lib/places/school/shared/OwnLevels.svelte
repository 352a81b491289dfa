<script lang="ts">
	/** Levels that a branch of the standards, a subject or a year group has instead of the usual ones. */
	import type { Shapes } from '$lib/api/client';
	import Select from '$lib/ui/select/Select.svelte';
	import { whose } from './standards';

	type Whose = Pick<Shapes['OwnLevels'], 'by' | 'of'>;
	interface Props {
		/** The levels as lines of text. */
		own: (Whose & { levels: string; out_of: string })[];
		/** Of which there could be some. */
		offered: readonly Whose[];
		/** What the levels of another begin with. */
		usual: { levels: string; out_of: string };
	}
	let { own = $bindable(), offered, usual }: Props = $props();
	const free = $derived(offered.filter(({ of }) => !own.some((each) => each.of === of)));
	const named = ({ by, of }: Whose) => (by === 'branch' ? of : `${of}, ${whose[by]}`);
</script>

<ul class="grid gap-3" aria-label="Levels of their own">
	{#each own as each, index (each.of)}
		<li class="grid gap-1.5 border-l-2 border-rule pl-3">
			<p class="flex flex-wrap items-baseline gap-x-3">
				<b class="font-semibold">{each.of}</b> <span class="text-slate">{whose[each.by]}</span>
				<button type="button" class="link min-h-6" onclick={() => (own = own.toSpliced(index, 1))}
					>the usual levels<span class="sr-only"> for {each.of}</span></button
				>
			</p>
			<label class="flex items-center gap-2"
				>scored up to<input
					class="field num w-20"
					aria-label="Scores for {each.of} go up to"
					bind:value={each.out_of}
				/></label
			>
			<textarea class="field" rows="4" aria-label="Levels for {each.of}, one a line" bind:value={each.levels}
			></textarea>
		</li>
	{/each}
	{#if free.length}
		<li>
			<Select
				label="Levels of its own for another"
				class="field w-72"
				placeholder="For which standards …"
				value=""
				onchange={(place) => (own = [...own, { ...free[Number(place)]!, ...usual }])}
				choices={free.map((each, place) => [String(place), named(each)] as const)}
			/>
		</li>
	{/if}
</ul>
