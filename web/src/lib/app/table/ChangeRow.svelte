<script lang="ts">
	/** A change that a table would make, which can be left out: whose, from what to what, what is to be known of it, and where it stands. */
	import Check from '$lib/ui/check/Check.svelte';

	interface Props {
		who: string;
		/** From what to what; empty: nothing was there, or a blank comes. */
		change: { before: string; after: string };
		note: string;
		/** How the note sounds: as what cannot be, what is to be looked at, or what happens. */
		tone: 'cannot' | 'look' | 'plain';
		/** Where in the table it stands. */
		where: string;
		/** Whether it is taken; none where it cannot be. */
		isTaken?: boolean;
		ontake: (isTaken: boolean) => unknown;
	}
	let { who, change, note, tone, where, isTaken, ontake }: Props = $props();
	const tones = { cannot: 'text-rowan', look: 'text-amber-ink', plain: 'text-slate' };
</script>

<tr class="border-b border-hair">
	<td class="w-7"
		>{#if isTaken !== undefined}<Check
				label="Take {where}, {who}"
				checked={isTaken}
				onchange={ontake}
			/>{/if}</td
	>
	<th scope="row" class="h-7 pr-3 text-left font-normal whitespace-nowrap">{who}</th>
	<td class="pr-1.5 text-right text-slate">{change.before}</td>
	<td class="pr-3 whitespace-nowrap"
		><span class="pr-1.5 text-slate" aria-hidden="true">→</span><b
			class={['font-semibold', tone === 'cannot' && 'text-rowan']}>{change.after}</b
		></td
	>
	<td class={tones[tone]}>{note}</td>
	<td class="pl-3 text-right text-small whitespace-nowrap text-slate max-md:hidden">{where}</td>
</tr>
