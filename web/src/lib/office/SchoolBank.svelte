<script lang="ts">
	/** The school's comment bank: what every teacher finds at the comment desk. */
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { api, ask, words } from '$lib/api/client';
	import { purposes } from '$lib/report/purposes';
	import { setting } from './office';

	const queries = useQueryClient();
	const bank = createQuery(() => ({
		queryKey: ['office', 'bank'],
		queryFn: () => ask(api.GET('/api/office/bank'))
	}));
	let made = $state({ purpose: 'praise', text: '' });
	let problem = $state('');

	async function tried(work: Promise<unknown>): Promise<boolean> {
		try {
			await work;
			problem = '';
			await queries.invalidateQueries({ queryKey: ['office', 'bank'] });
			return true;
		} catch (error) {
			problem = words(error);
			return false;
		}
	}

	async function add(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (await tried(setting.sentence(made))) made.text = '';
	}
</script>

<section aria-labelledby="bank-of-school">
	<h2 id="bank-of-school">Comment bank of the school</h2>
	<p class="slate">
		{'{name}, {they}, {them}, {their}, {is}, {has}, {s}, {best}, {weakest} and {missing}'} become the student’s
		own.
	</p>
	<form onsubmit={add}>
		<select class="field" aria-label="What it is for" bind:value={made.purpose}>
			{#each purposes as each (each)}<option>{each}</option>{/each}
		</select>
		<input class="field" aria-label="New sentence" bind:value={made.text} />
		<button class="btn">Add it</button>
	</form>
	<p class="problem" role="alert">{problem || (bank.isError ? words(bank.error) : '')}</p>
	<ul>
		{#each bank.data ?? [] as each (each.id)}
			<li>
				<span class="slate">{each.purpose}</span>
				<input
					aria-label="Sentence {each.id}"
					value={each.text}
					onchange={(event) =>
						tried(setting.sentence({ id: each.id, purpose: each.purpose, text: event.currentTarget.value }))}
				/>
				<button class="link" onclick={() => tried(setting.removeSentence(each.id))}
					>Take out<span class="sr-only"> {each.text}</span></button
				>
			</li>
		{:else}<li class="slate">{bank.isPending ? 'Fetching the bank…' : 'No sentences yet.'}</li>{/each}
	</ul>
</section>

<style>
	section {
		display: grid;
		max-width: 860px;
		gap: 10px;
	}
	h2 {
		font-size: 24px;
		line-height: 28px;
	}
	form,
	li {
		display: grid;
		grid-template-columns: 130px minmax(0, 1fr) auto;
		align-items: center;
		gap: 12px;
	}
	li {
		border-bottom: 1px solid var(--hair);
	}
	li input {
		height: 30px;
		background: transparent;
	}
	.slate {
		color: var(--slate);
	}
</style>
