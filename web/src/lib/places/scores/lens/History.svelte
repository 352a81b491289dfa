<script lang="ts">
	/** What became of a score and of what stands beside it, newest first; what was there before can be put back. */
	import type { Shapes } from '$lib/api/client';
	import { longDay } from '$lib/words/days';

	let {
		lens,
		cell,
		isEarlier,
		onscore,
		onbeside
	}: {
		lens: Shapes['LensOut'];
		cell: Shapes['CellOut'];
		/** Whether it is still of the score that was looked at before. */
		isEarlier: boolean;
		/** Put an earlier score back. */
		onscore: (text: string) => void;
		/** Put an earlier comment or note back. */
		onbeside: (what: 'comment' | 'note', text: string) => void;
	} = $props();

	/** What became of something beside the score. */
	function besideTold({ what, after }: Shapes['BesideOut']): string {
		if (what === 'meant') return after ? 'said to be right' : 'to be looked at';
		if (what === 'flag') return after ? `flagged ${after}` : 'flag taken away';
		return after ? `${what}: “${after}”` : `${what} taken away`;
	}
</script>

{#snippet putBack(text: string, act: () => void)}
	<button class="link flex-none" onclick={act}>put back <span class="sr-only">{text || 'blank'}</span></button
	>
{/snippet}

<h3>History</h3>
<ul class="[&[inert]]:invisible" inert={isEarlier}>
	{#each lens.history as event, index (index)}
		<li class="py-1 text-small leading-4">
			{#if event.after !== event.before || !(event.standards.length + event.beside.length)}
				<p class="flex justify-between gap-2">
					<b>{event.after || 'blank'}</b>
					{#if index > 0 && event.after !== event.before && event.after !== lens.text}
						{@render putBack(event.after, () => onscore(event.after))}
					{/if}
				</p>
			{/if}
			{#if event.standards.length}<p class="flex justify-between gap-2">{event.standards.join(', ')}</p>{/if}
			{#each event.beside as each (each.what)}
				{@const { what, after } = each}
				<p class="flex justify-between gap-2">
					{besideTold(each)}
					{#if index > 0 && (what === 'comment' || what === 'note') && after !== (cell[what] ?? '')}
						{@render putBack(String(after), () => onbeside(what, String(after)))}
					{/if}
				</p>
			{/each}
			<p class="flex justify-between gap-2 text-slate">
				{event.who}, {longDay(event.at)}, {event.at.slice(11, 16)}, {event.how}
			</p>
		</li>
	{:else}<li class="py-1 text-small leading-4 text-slate">Nothing was entered yet.</li>{/each}
</ul>
