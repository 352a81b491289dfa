<script lang="ts">
	/** Who is close below a mark, and how close is close. */
	import type { Spread } from './line';
	import { nameOf } from './line';

	let {
		spread,
		within = $bindable(),
		hasAliases,
		selected,
		onselect
	}: {
		spread: Spread;
		within: string;
		hasAliases: boolean;
		selected: number | null;
		onselect: (student: number) => void;
	} = $props();
	const people = $derived(
		spread.close.flatMap((close) => {
			const dot = spread.dots.find((each) => each.student_id === close.student_id);
			return dot ? [{ close, name: nameOf(dot, hasAliases) }] : [];
		})
	);
</script>

<section aria-label="Close below a mark" class="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
	<h3 class="font-text text-body font-semibold">Close below a mark</h3>
	<label class="flex items-center gap-1.5 text-slate"
		>within <input
			class="num h-6 w-12 border-b border-juniper bg-transparent text-center font-semibold text-juniper"
			inputmode="decimal"
			aria-label="How close, in percentage points"
			value={within}
			onchange={(event) => (within = event.currentTarget.value.trim() || '1')}
		/> points</label
	>
	{#if spread.half_step && spread.half_step !== within}<button
			class="link"
			onclick={() => (within = spread.half_step ?? within)}>half a step of rounding</button
		>{/if}
	{#each people as { close, name } (close.student_id)}
		<button
			class={['flex min-h-6 items-center gap-2 rounded px-1', close.student_id === selected && 'bg-ice']}
			onclick={() => onselect(close.student_id)}
			><span class={[close.is_looked_at && 'text-slate']}>{name}</span>
			<span class="num">{close.percent}</span>
			<span class="num text-slate">{close.lack} below {close.next_mark}</span>
			{#if close.shown_reaches}<span class="font-semibold text-amber-ink">looks like {close.next_mark}</span
				>{/if}
			{#if close.is_looked_at}<span class="text-lichen-ink">looked at</span>{/if}
		</button>
	{:else}<span class="text-slate">nobody</span>{/each}
</section>
