<script lang="ts">
	/** The comment bank, searched by what one wants to say; Enter puts a sentence into the comment. */
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words, type Shapes } from '$lib/api/client';
	import { thisReporting } from './reporting';
	import { folded } from '$lib/words/folded';
	import { purposes } from '$lib/words/purposes';
	import Select from '$lib/ui/select/Select.svelte';

	let {
		term,
		student,
		into,
		oninsert,
		onback
	}: {
		term: number;
		student: number;
		/** What the text is about that a sentence goes into; empty for the comment as a whole. */
		into: string;
		oninsert: (text: string) => void;
		onback: () => void;
	} = $props();
	const here = thisClass();
	const reporting = thisReporting();

	type Sentence = Shapes['SentenceOut'];
	const SHOWN = 40;
	const bank = createQuery(() => fetched.bank(here.id, term, student));
	let typed = $state('');
	let purpose = $state('');
	let at = $state(0);
	let problem = $state('');
	let keeping = $state<{ id: number | null; text: string; purpose: string } | null>(null);

	/** Sentences of which at least half of what was typed begins a word; those with most of it first. */
	const found = $derived.by(() => {
		const wanted = folded(typed).split(/\s+/).filter(Boolean);
		function said(each: Sentence): number {
			const parts = folded(`${each.shown} ${each.text} ${each.purpose}`).split(/[^\p{L}\p{N}]+/u);
			return wanted.filter((word) => parts.some((part) => part.startsWith(word))).length;
		}
		return (bank.data ?? [])
			.filter(
				(each) => purpose === '' || (purpose === 'favourites' ? each.is_favourite : each.purpose === purpose)
			)
			.map((each) => ({ each, score: said(each) }))
			.filter(({ score }) => score * 2 >= wanted.length)
			.sort((one, other) => other.score - one.score)
			.map(({ each }) => each);
	});

	function onkeydown(event: KeyboardEvent): void {
		const sentence = found[at];
		if (event.key === 'ArrowDown') at = Math.min(at + 1, Math.min(found.length, SHOWN) - 1);
		else if (event.key === 'ArrowUp') at = Math.max(at - 1, 0);
		else if (event.key === 'Enter' && sentence) put(sentence);
		else if (event.key === 'Escape') onback();
		else return;
		event.preventDefault();
		document.querySelector(`#sentence-${found[at]?.id}`)?.scrollIntoView({ block: 'nearest' });
	}

	function put(sentence: Sentence): void {
		oninsert(sentence.shown);
		typed = '';
		at = 0;
	}

	async function tried(work: Promise<unknown>): Promise<boolean> {
		try {
			await work;
			problem = '';
			return true;
		} catch (error) {
			problem = words(error);
			return false;
		}
	}

	async function keep(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (!keeping) return;
		if (await tried(reporting.keepSentence(keeping.id, keeping))) keeping = null;
	}
</script>

<div class="bank flex min-h-37.5 flex-[1_1_150px] flex-col">
	<div class="flex flex-wrap items-center gap-x-3.5 gap-y-1">
		<input
			class="h-8 flex-[1_1_180px] border-b-2 border-rule bg-transparent text-large outline-none focus:border-juniper"
			id="bank"
			aria-label="Comment bank"
			aria-describedby="bank-keys"
			placeholder="what you want to say"
			bind:value={typed}
			oninput={() => (at = 0)}
			{onkeydown}
		/>
		<Select
			class="h-6.5 bg-transparent"
			label="Sentences for"
			bind:value={purpose}
			choices={[
				['', 'for anything'],
				['favourites', 'favourites'],
				...purposes.map((each) => [each, each] as const)
			]}
		/>
		<span class="text-small text-slate"
			>comment bank, {found.length} of {bank.data?.length ?? 0} sentences{into && `, for ${into}`}</span
		>
		<button
			class="link"
			onclick={() =>
				(keeping = { id: null, text: typed, purpose: purposes.includes(purpose) ? purpose : 'praise' })}
			>New sentence</button
		>
	</div>
	<p class="problem empty:hidden" role="alert">{problem || (bank.isError ? words(bank.error) : '')}</p>
	{#if keeping}
		<form
			class="grid grid-cols-[minmax(0,1fr)_130px_auto_auto] items-center gap-x-2 gap-y-1 pb-2 max-sm:grid-cols-1"
			onsubmit={keep}
			aria-label="A sentence of your own"
		>
			<input
				class="field"
				aria-label="Sentence"
				placeholder={'{name} has … {they} {is} … {their} …'}
				bind:value={keeping.text}
			/>
			<Select
				label="What it is for"
				bind:value={keeping.purpose}
				choices={[...purposes.map((each) => [each, each] as const)]}
			/>
			<button class="btn small">Keep it</button>
			<button type="button" class="btn quiet small" onclick={() => (keeping = null)}>Leave it</button>
			<p class="col-span-full text-small text-slate">
				{'{name}, {they}, {them}, {their}, {is}, {has}, {best}, {weakest} and {missing}'} become the student’s own.
			</p>
		</form>
	{/if}
	<p id="bank-keys" class="sr-only">
		Arrows choose a sentence, Enter puts it into the comment, Esc goes back to it.
	</p>
	<p class="sr-only" aria-live="polite">{typed ? (found[at]?.shown ?? 'No sentence says that.') : ''}</p>
	<ul class="min-h-0 flex-[1_1_0] overflow-auto border-t border-hair" aria-label="Sentences">
		{#each found.slice(0, SHOWN) as each, place (each.id)}
			<li
				class={[
					'flex min-h-7.5 items-center justify-between gap-2.5 border-b border-hair',
					place === at && 'bg-ice'
				]}
				id="sentence-{each.id}"
			>
				<button
					class={['text flex-1 px-2 py-1.25 text-left', !each.fits && 'text-slate italic']}
					tabindex={place === at ? 0 : -1}
					onclick={() => put(each)}>{each.shown}</button
				>
				<span class="flex flex-none items-center gap-2 pr-2">
					<button
						tabindex={place === at ? 0 : -1}
						aria-pressed={each.is_favourite}
						aria-label="Favourite: {each.shown}"
						title={each.is_favourite ? 'no favourite any more' : 'a favourite'}
						onclick={() => tried(reporting.setFavourite(each.id, !each.is_favourite))}
						>{each.is_favourite ? '★' : '☆'}</button
					>
					{#if each.is_own}
						<button class="link" tabindex={place === at ? 0 : -1} onclick={() => (keeping = { ...each })}
							>change</button
						>
						<button
							class="link"
							tabindex={place === at ? 0 : -1}
							onclick={() => tried(reporting.removeSentence(each.id))}>delete</button
						>
					{/if}
					{#if place === at}<kbd>Enter</kbd>{/if}
				</span>
			</li>
		{:else}
			<li class="flex min-h-7.5 items-center justify-between gap-2.5 border-b border-hair px-2 text-slate">
				{bank.isPending ? 'Fetching the bank…' : 'No sentence says that. Keep one of your own.'}
			</li>
		{/each}
	</ul>
</div>
