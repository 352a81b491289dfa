<script lang="ts">
	/** What goes, and what is held back: each with how many, its reason in a sentence, and its mend. */
	import type { Shapes } from '$lib/api/client';
	import MendLine from './MendLine.svelte';
	import type { Sending } from './sending';

	let { sending }: { sending: Sending } = $props();

	/** How far what goes has gone. */
	function state(each: Shapes['GoingOut']): [words: string, looks: string][] {
		const parts: [string, string][] = [];
		if (each.accepted) parts.push([`${each.accepted} accepted`, 'text-lichen-ink']);
		if (each.refused) parts.push([`${each.refused} refused`, 'font-semibold text-rowan']);
		if (each.waiting) parts.push([`${each.waiting} on the way`, '']);
		if (each.news)
			parts.push([`${each.news} ${sending.when === 'night' ? 'go tonight' : 'not sent yet'}`, '']);
		return parts;
	}
</script>

<ul>
	{#each sending.goes as each (each.key)}
		<li
			class={[
				'grid grid-cols-[3.25rem_minmax(0,1fr)_auto] gap-x-3 border-b border-hair py-2.5 pr-1',
				each.held && 'held'
			]}
		>
			<b class="num pr-2 text-right text-large leading-5 font-semibold">{each.count}</b>
			<div class="min-w-0">
				<h3 class="font-text leading-5 font-semibold">{each.title}</h3>
				{#if each.words}<p class="text-slate">{each.words}</p>{/if}
				{#if each.held}<p>
						{each.reason}
						{#if each.mend}<MendLine mend={each.mend} />{/if}
					</p>{/if}
			</div>
			<p class="text-right leading-5">
				{#if each.held}<span class="font-semibold text-amber-ink">held back</span>
				{:else}{#each state(each) as [words, looks], place (words)}{place ? ', ' : ''}<span class={looks}
							>{words}</span
						>{/each}{/if}
			</p>
		</li>
	{:else}<li class="py-3 text-slate">Nobody is in the class, and so nothing goes.</li>{/each}
</ul>

<style>
	/* What is held back is hatched, as everything that waits for a person. */
	.held {
		background: repeating-linear-gradient(
				-45deg,
				transparent 0 5px,
				color-mix(in srgb, var(--color-amber) 22%, transparent) 5px 6px
			)
			0 0 / 2.75rem 100% no-repeat;
	}
</style>
