<script lang="ts">
	/** Pairing: which category, term, class and mark here is which one at the register; what is proposed is agreed to once. */
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { dayAndTime } from '$lib/words/days';
	import { counted } from '$lib/words/plurals';
	import { toRegister, type Sending } from './sending';

	let { sending }: { sending: Sending } = $props();
	const register = toRegister();
	type Pair = Shapes['PairOut'];
	const proposed = $derived(sending.pairs.filter((each) => each.how === 'proposed').length);
	const open = $derived(sending.pairs.filter((each) => each.how === 'none' || each.how === 'gone').length);
	const words = $derived(
		[
			proposed && `${proposed} proposed`,
			open && `${open} not paired`,
			!proposed && !open && `all ${sending.pairs.length} agree`,
			sending.holds_for.length > 1 && `categories hold for ${sending.holds_for.join(', ')}`
		]
			.filter(Boolean)
			.join('; ')
	);
	const looked = $derived(
		sending.looked_at ? `looked at ${dayAndTime(sending.looked_at)}` : 'the register was not looked at yet'
	);

	/** Of the terms the one that is shown, and those that are not paired; the others are a press away. */
	let isWhole = $state(false);
	const near = $derived(
		sending.pairs.filter(
			(each) => each.kind !== 'term' || each.here === `${sending.term_id}` || each.how === 'proposed'
		)
	);
	const shown = $derived(isWhole ? sending.pairs : near);

	function choices(pair: Pair): (readonly [string, string])[] {
		const of = {
			class: sending.choices.classes,
			term: sending.choices.sessions,
			category: sending.choices.categories,
			grades: sending.choices.categories,
			mark: sending.choices.marks
		}[pair.kind];
		return [['', 'not paired'], ...of.map((each) => [each.id, each.title] as const)];
	}

	function choose(pair: Pair, there: string): void {
		void notice.tried(register.pair(pair.kind, pair.here, there));
	}
</script>

<section class="mt-6" aria-labelledby="pairing">
	<div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
		<h2 id="pairing">Pairing</h2>
		<p class="min-w-0 flex-1 text-small text-slate">{words}; {looked}</p>
		{#if proposed}<button
				class="btn small"
				onclick={() =>
					void notice.tried(register.agree(), ({ count }) => `${counted(count, 'pair')} agreed.`)}
				>Agree to {proposed}</button
			>{/if}
	</div>
	{#if sending.problem}<p class="problem" role="status">
			The last time it was looked at: {sending.problem}
		</p>{/if}
	<div class="relative overflow-x-auto">
		<table class="rows mt-1">
			<thead
				><tr
					><th scope="col">Here</th><td class="w-14 max-md:hidden"></td><th scope="col">At the register</th
					><th scope="col">How it came about</th></tr
				></thead
			>
			<tbody>
				{#each shown as pair (`${pair.kind} ${pair.here}`)}
					<tr>
						<th scope="row"
							><span style:--c={pair.colour === null ? undefined : `var(--color-hue-${pair.colour})`}
								>{#if pair.sign}<span class="sign-letters mr-1.5" aria-hidden="true">{pair.sign}</span
									>{/if}{pair.kind === 'mark' ? `Mark ${pair.name}` : pair.name}</span
							></th
						>
						<td class="max-md:hidden"
							><i
								class={[
									'block h-1.25 w-11 border-y',
									pair.how === 'none' || pair.how === 'gone'
										? 'border-dashed border-amber'
										: pair.how === 'proposed'
											? 'border-dashed border-deep-2'
											: 'border-deep-2'
								]}
							></i></td
						>
						<td
							><Select
								label="{pair.name} at the register"
								choices={choices(pair)}
								value={pair.how === 'gone' ? '' : pair.there}
								placeholder={pair.there_title}
								onchange={(there) => choose(pair, there)}
								class="min-h-6 w-full max-w-56"
							/></td
						>
						<td class={pair.how === 'none' || pair.how === 'gone' ? 'text-amber-ink' : 'text-slate'}
							>{pair.words}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
	{#if near.length < sending.pairs.length}<p class="pt-1.5 text-small">
			<button class="link min-h-6" onclick={() => (isWhole = !isWhole)}
				>{isWhole ? 'show fewer' : `show the ${sending.pairs.length - near.length} other terms`}</button
			>
		</p>{/if}
</section>
