<script lang="ts">
	/** The school's comment bank: what every teacher finds at the comment desk. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import { purposes } from '$lib/words/purposes';
	import { thisKeeping } from '../keeping';
	import { thisSetting } from '../setting';
	import Select from '$lib/ui/select/Select.svelte';

	const setting = thisSetting();
	const school = thisKeeping().school_id;
	const bank = createQuery(() => fetched.schoolBank(school));
	let made = $state({ purpose: 'praise', text: '' });
	let problem = $state('');

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

	async function add(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (await tried(setting.addSentence(made))) made.text = '';
	}
</script>

<section class="grid max-w-215 gap-2.5" aria-labelledby="bank-of-school">
	<h2 class="text-title leading-7" id="bank-of-school">Comment bank of the school</h2>
	<p class="text-slate">
		{'{name}, {they}, {them}, {their}, {is}, {has}, {s}, {best}, {weakest} and {missing}'} become the student’s
		own.
	</p>
	<form class="grid grid-cols-[130px_minmax(0,1fr)_auto] items-center gap-3" onsubmit={add}>
		<Select
			label="What it is for"
			bind:value={made.purpose}
			choices={[...purposes.map((each) => [each, each] as const)]}
		/>
		<input class="field" aria-label="New sentence" bind:value={made.text} />
		<button class="btn">Add it</button>
	</form>
	<p class="problem" role="alert">{problem || (bank.isError ? words(bank.error) : '')}</p>
	<ul>
		{#each bank.data ?? [] as each (each.id)}
			<li class="grid grid-cols-[130px_minmax(0,1fr)_auto] items-center gap-3 border-b border-hair">
				<span class="text-slate">{each.purpose}</span>
				<input
					class="h-7.5 bg-transparent"
					aria-label="Sentence {each.id}"
					value={each.text}
					onchange={(event) =>
						tried(setting.sentence(each.id, { purpose: each.purpose, text: event.currentTarget.value }))}
				/>
				<button class="link" onclick={() => tried(setting.removeSentence(each.id))}
					>Take out<span class="sr-only"> {each.text}</span></button
				>
			</li>
		{:else}<li
				class="grid grid-cols-[130px_minmax(0,1fr)_auto] items-center gap-3 border-b border-hair text-slate"
			>
				{bank.isPending ? 'Fetching the bank…' : 'No sentences yet.'}
			</li>{/each}
	</ul>
</section>
