<script lang="ts">
	/** Entries that were not saved: a colleague was faster, or they could not be read. Nothing is lost until it is dealt with. */
	import { keyed } from '$lib/words/keys';
	import { brief } from '$lib/ui/brief';
	import type { Problem } from './queue';
	import { saving } from './saving.svelte';

	let { problems, name }: { problems: Problem[]; name: (problem: Problem) => string } = $props();

	/** One key settles the first that a colleague was faster with: theirs, or what was typed. */
	function onkeydown(event: KeyboardEvent): void {
		const first = problems[0];
		if (!first?.theirs || !event.altKey || !['1', '2'].includes(event.key)) return;
		event.preventDefault();
		void saving.resolve(first, event.key === '2' ? first.typed : null);
	}
</script>

<svelte:window {onkeydown} />

{#if problems.length}
	<ul
		class="max-h-16.5 flex-none overflow-auto border-b border-amber bg-amber-2"
		aria-label="Entries to look at"
	>
		{#each problems as each, place (each.id)}
			{@const isScore = each.what === 'score'}
			{@const typed = isScore ? brief(each.typed) : each.typed}
			<li class="flex min-h-8 items-center gap-3 px-6 py-0.5" role="alert">
				<i class="diamond"></i>
				{#if each.theirs}
					<span class="max-w-190"
						><b class="font-semibold">{name(each)}</b>: {each.message} You typed
						<b class="font-semibold">{typed || 'a blank'}</b>.</span
					>
					<button class="btn small" onclick={() => saving.resolve(each, null)}
						>Keep {isScore ? each.theirs.text || 'a blank' : 'theirs'}{#if place === 0}<kbd
								>{keyed('Alt 1')}</kbd
							>{/if}</button
					>
					<button class="btn quiet small" onclick={() => saving.resolve(each, each.typed)}
						>Put {isScore ? typed || 'a blank' : 'yours'}{#if place === 0}<kbd>{keyed('Alt 2')}</kbd
							>{/if}</button
					>
				{:else}
					<span class="max-w-190"
						><b class="font-semibold">{name(each)}</b>: {each.message}
						{#if !each.isUnsure}What was there is unchanged.{/if}
						{#if !isScore}You wrote <b class="font-semibold">{typed}</b>.{/if}</span
					>
					<button class="btn quiet small" onclick={() => saving.resolve(each, null)}
						>Let {isScore ? typed : 'it'} go</button
					>
				{/if}
			</li>
		{/each}
	</ul>
{/if}
