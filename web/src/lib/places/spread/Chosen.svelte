<script lang="ts">
	/** The student who is chosen on the line: the grade, what would bring the next mark, and putting something in its place. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { Refusal, words } from '$lib/api/client';
	import { override, readTyped } from '$lib/class/overriding';
	import { thisClass } from '$lib/class/thisClass';
	import { fromTo, nameOf, type Dot, type Spread } from './line';

	let {
		dot,
		spread,
		hasAliases,
		onworking,
		onlooked,
		onclose
	}: {
		dot: Dot;
		spread: Spread;
		hasAliases: boolean;
		onworking: () => void;
		/** They were looked at, or are not to count as such. */
		onlooked: (isLookedAt: boolean) => void;
		onclose: () => void;
	} = $props();
	const here = thisClass();
	const close = $derived(spread.close.find((each) => each.student_id === dot.student_id));
	const needed = createQuery(() => ({
		...fetched.neededFor(here.id, spread.term_id, dot.student_id),
		enabled: spread.subject.kind === 'term' && dot.now !== null
	}));
	let problem = $state('');
	let asks = $state(false);
	let typed = $derived(dot.override ? [dot.override, dot.reason].filter(Boolean).join('; ') : '');
	const name = $derived(nameOf(dot, hasAliases));

	async function put(text: string, sure = false): Promise<void> {
		try {
			await override(
				here,
				spread.term_id,
				[{ student: dot.student_id, ...readTyped(text, dot.reason) }],
				sure
			);
			problem = '';
			asks = false;
		} catch (error) {
			problem = words(error);
			asks = error instanceof Refusal && error.code === 'above_100';
		}
	}
</script>

<section aria-label={name} class="mb-3 border-b border-rule pb-3">
	<div class="flex items-baseline justify-between gap-3">
		<h2 class="truncate">{name}</h2>
		<button class="link" onclick={onclose}>Close</button>
	</div>
	<p class={['num py-1 font-semibold', dot.is_lower && 'text-rowan']}>{fromTo(dot)}</p>
	{#if close}
		<p class="text-slate">
			{close.lack} below {close.next_mark}{#if close.shown_reaches}; the number that families see already
				looks like
				{close.next_mark}{/if}.
		</p>
	{/if}
	{#each needed.data?.words ?? [] as way (way)}<p>{way}</p>{/each}
	{#if spread.subject.kind === 'term'}
		<form
			class="pt-2"
			onsubmit={(event) => {
				event.preventDefault();
				void put(typed);
			}}
		>
			<label for="in-place" class="label">In place of the grade: a mark or a percent; and why</label>
			<span class="flex gap-2">
				<input
					id="in-place"
					class="field min-w-0 flex-1"
					placeholder="B+; the last test"
					bind:value={typed}
				/>
				<button class="btn small">Put</button>
			</span>
			<p class="problem" role="alert">{problem}</p>
			{#if asks}<button type="button" class="link" onclick={() => put(typed, true)}>It is meant</button>{/if}
		</form>
	{/if}
	<p class="flex flex-wrap gap-x-4 gap-y-1 pt-2">
		{#if close}<button class="link" onclick={() => onlooked(!close.is_looked_at)}
				>{close.is_looked_at ? 'Look at again later' : 'Looked at'}</button
			>{/if}
		<button class="link" onclick={onworking}>How it comes about</button>
		<a class="link" href="/class/{here.id}/student/{dot.student_id}?term={spread.term_id}"
			>The student’s page</a
		>
	</p>
</section>
