<script lang="ts">
	/** The comment bank, searched by what one wants to say; Enter puts a sentence into the comment. */
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { api, ask, words, type Shapes } from '$lib/api/client';
	import { folded } from '$lib/grid/view';
	import { purposes } from './purposes';

	let {
		classId,
		term,
		student,
		oninsert,
		onback
	}: {
		classId: number;
		term: number;
		student: number;
		oninsert: (text: string) => void;
		onback: () => void;
	} = $props();

	type Sentence = Shapes['SentenceOut'];
	const SHOWN = 40;
	const queries = useQueryClient();
	const path = $derived({ class_id: classId, term, student });
	const bank = createQuery(() => ({
		queryKey: ['class', classId, 'bank', term, student],
		queryFn: () => ask(api.GET('/api/classes/{class_id}/report/{term}/{student}/bank', { params: { path } })),
		staleTime: 60_000
	}));
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
			await queries.invalidateQueries({ queryKey: ['class', classId, 'bank'] });
			return true;
		} catch (error) {
			problem = words(error);
			return false;
		}
	}

	const one = (sentence: number) => ({ params: { path: { class_id: classId, sentence } } });

	async function keep(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (!keeping) return;
		const kept = ask(
			api.PUT('/api/classes/{class_id}/bank', { params: { path: { class_id: classId } }, body: keeping })
		);
		if (await tried(kept)) keeping = null;
	}
</script>

<div class="bank">
	<div class="search">
		<input
			id="bank"
			aria-label="Comment bank"
			aria-describedby="bank-keys"
			placeholder="what you want to say"
			bind:value={typed}
			oninput={() => (at = 0)}
			{onkeydown}
		/>
		<select aria-label="Sentences for" bind:value={purpose}>
			<option value="">for anything</option>
			<option value="favourites">favourites</option>
			{#each purposes as each (each)}<option value={each}>{each}</option>{/each}
		</select>
		<span class="slate">comment bank, {found.length} of {bank.data?.length ?? 0} sentences</span>
		<button
			class="link"
			onclick={() =>
				(keeping = { id: null, text: typed, purpose: purposes.includes(purpose) ? purpose : 'praise' })}
			>New sentence</button
		>
	</div>
	<p class="problem" role="alert">{problem || (bank.isError ? words(bank.error) : '')}</p>
	{#if keeping}
		<form onsubmit={keep} aria-label="A sentence of your own">
			<input
				class="field"
				aria-label="Sentence"
				placeholder={'{name} has … {they} {is} … {their} …'}
				bind:value={keeping.text}
			/>
			<select class="field" aria-label="What it is for" bind:value={keeping.purpose}>
				{#each purposes as each (each)}<option value={each}>{each}</option>{/each}
			</select>
			<button class="btn small">Keep it</button>
			<button type="button" class="btn quiet small" onclick={() => (keeping = null)}>Leave it</button>
			<p class="slate">
				{'{name}, {they}, {them}, {their}, {is}, {has}, {best}, {weakest} and {missing}'} become the student’s own.
			</p>
		</form>
	{/if}
	<p id="bank-keys" class="sr-only">
		Arrows choose a sentence, Enter puts it into the comment, Esc goes back to it.
	</p>
	<p class="sr-only" aria-live="polite">{typed ? (found[at]?.shown ?? 'No sentence says that.') : ''}</p>
	<ul aria-label="Sentences">
		{#each found.slice(0, SHOWN) as each, place (each.id)}
			<li id="sentence-{each.id}" class:on={place === at} class:unfit={!each.fits}>
				<button class="text" tabindex={place === at ? 0 : -1} onclick={() => put(each)}>{each.shown}</button>
				<span class="acts">
					<button
						tabindex={place === at ? 0 : -1}
						aria-pressed={each.is_favourite}
						aria-label="Favourite: {each.shown}"
						title={each.is_favourite ? 'no favourite any more' : 'a favourite'}
						onclick={() =>
							tried(
								ask(
									api.PUT('/api/classes/{class_id}/bank/{sentence}/favourite', {
										...one(each.id),
										body: { is_favourite: !each.is_favourite }
									})
								)
							)}>{each.is_favourite ? '★' : '☆'}</button
					>
					{#if each.is_own}
						<button class="link" tabindex={place === at ? 0 : -1} onclick={() => (keeping = { ...each })}
							>change</button
						>
						<button
							class="link"
							tabindex={place === at ? 0 : -1}
							onclick={() => tried(ask(api.DELETE('/api/classes/{class_id}/bank/{sentence}', one(each.id))))}
							>delete</button
						>
					{/if}
					{#if place === at}<kbd>Enter</kbd>{/if}
				</span>
			</li>
		{:else}
			<li class="none">
				{bank.isPending ? 'Fetching the bank…' : 'No sentence says that. Keep one of your own.'}
			</li>
		{/each}
	</ul>
</div>

<style>
	.bank {
		display: flex;
		flex: 1 1 150px;
		flex-direction: column;
		min-height: 150px;
	}
	.search {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 4px 14px;
	}
	.search input {
		flex: 1 1 180px;
		height: 32px;
		border-bottom: 2px solid var(--rule);
		background: transparent;
		font-size: 15px;
		outline: none;
	}
	.search input:focus {
		border-bottom-color: var(--juniper);
	}
	.search select {
		height: 26px;
		background: transparent;
	}
	.problem:empty {
		display: none;
	}
	.slate {
		color: var(--slate);
		font-size: 12px;
	}
	form {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 130px auto auto;
		align-items: center;
		gap: 4px 8px;
		padding-bottom: 8px;
	}
	form p {
		grid-column: 1 / -1;
	}
	ul {
		flex: 1 1 0;
		min-height: 0;
		overflow: auto;
		border-top: 1px solid var(--hair);
	}
	li {
		display: flex;
		align-items: center;
		justify-content: space-between;
		gap: 10px;
		min-height: 30px;
		border-bottom: 1px solid var(--hair);
	}
	li.on {
		background: var(--ice);
	}
	li.unfit .text {
		color: var(--slate);
		font-style: italic;
	}
	.none {
		color: var(--slate);
		padding: 0 8px;
	}
	.text {
		flex: 1;
		padding: 5px 8px;
		text-align: left;
	}
	.acts {
		display: flex;
		flex: none;
		align-items: center;
		gap: 8px;
		padding-right: 8px;
	}
	@media (max-width: 640px) {
		form {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
