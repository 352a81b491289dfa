<script lang="ts">
	/** The frame of a class: its name, trail and terms, above whatever place one is in. */
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import type { Snippet } from 'svelte';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import Later from '$lib/ui/Later.svelte';
	import { consequence } from '$lib/class/consequence/consequence.svelte';
	import Checks from '$lib/class/Checks.svelte';
	import { places } from '$lib/app/places';
	import { Changing } from '$lib/app/changing';
	import { Editing } from '$lib/class/planning/editing';
	import { provideClass } from '$lib/class/thisClass';
	import { presence } from '$lib/class/presence.svelte';
	import Ribbon from '$lib/class/Ribbon.svelte';
	import Trail from '$lib/class/Trail.svelte';
	import { signed } from '$lib/app/session.svelte';
	import { undo } from '$lib/app/undoing';
	import { saving } from '$lib/app/saving/saving.svelte';

	let { children }: { children: Snippet } = $props();
	const queries = useQueryClient();
	const id = $derived(Number(page.params['id']));
	const changing = $derived(new Changing(queries, `class ${id}`, [fetched.inClass(id)]));
	const editing = $derived(new Editing(id, changing));
	provideClass({
		get id() {
			return id;
		},
		get changing() {
			return changing;
		},
		get editing() {
			return editing;
		}
	});
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const place = $derived(page.url.pathname.split('/')[3] ?? '');
	/** What the class is called, before its frame is there. */
	const known = $derived(signed.current?.classes.find((each) => each.id === id)?.name ?? 'Class');
	/** In Report the term is the one being posted, unless another is named. */
	const reporting = $derived(place === 'report');
	const frame = createQuery(() => ({
		...fetched.frame(id, term, reporting),
		placeholderData: (before) => (before?.id === id ? before : undefined)
	}));
	const query = $derived(term ? `?term=${term}` : '');

	// What a saved score changes (blanks, means, who is ready) stands in the frame too; in a run of entries it is
	// looked at now and then, not after each.
	$effect(() => {
		let waiting: ReturnType<typeof setTimeout> | undefined;
		const leave = saving.onAnswer(() => {
			waiting ??= setTimeout(() => {
				waiting = undefined;
				void fetched.fetchAnew(queries, fetched.inFrame(id));
			}, 500);
		});
		return () => {
			clearTimeout(waiting);
			leave();
		};
	});

	// What a colleague changes appears by itself.
	$effect(() => presence.follow(id, queries));

	function onkeydown(event: KeyboardEvent): void {
		const target = event.target as HTMLElement;
		if (!(event.ctrlKey || event.metaKey) || target.closest('[role$=dialog]')) return;
		// A text has taking back of its own; a field of a line in which something was just added is empty, and has none.
		const field = target.closest<HTMLInputElement>('textarea, input');
		if (field && (field.value || !field.closest('[data-adds]'))) return;
		const key = event.key.toLowerCase();
		if (key !== 'z' && key !== 'y') return;
		event.preventDefault();
		void undo(id, queries, key === 'y' || event.shiftKey ? 'redo' : 'undo');
	}
</script>

<svelte:window {onkeydown} />
<svelte:head>
	<title
		>{places.title(place)}, {frame.data?.name ?? known}
		{frame.data?.section ?? ''} · Hoarfrost</title
	>
</svelte:head>

{#if frame.isError && !frame.data}
	<main class="p-6"><Failed error={frame.error} retry={frame.refetch} /></main>
{:else}
	<section
		class={[
			'flex min-h-14.5 items-start px-6 pt-2.25 pb-1.75 max-md:flex-col max-md:px-4 max-md:[&_.trail]:self-stretch',
			place === 'stack' && 'max-md:[&_.checks-opener]:hidden max-md:[&_.trail]:hidden',
			place === 'stack' ? 'max-md:pb-0' : 'max-md:pb-1.75',
			place === 'files' && 'print:hidden'
		]}
		aria-label="Class"
	>
		<div class="name-of w-65.5 flex-none">
			<h1 class="min-h-6 truncate pr-4 text-title leading-6 font-[650] tracking-[-0.02em]">
				{frame.data?.name ?? known}
			</h1>
			<p
				class={[
					'mt-px min-h-4 truncate text-small leading-4 text-slate',
					place === 'stack' && 'max-md:hidden'
				]}
			>
				{#if presence.here.length}<span class="text-lichen-ink"
						>{presence.here.map((each) => each.name).join(' and ')}
						{presence.here.length === 1 ? 'is' : 'are'} here too</span
					>{:else}{frame.data?.words ?? ' '}{/if}
			</p>
		</div>
		{#if frame.data}
			<Trail
				stations={frame.data.trail}
				current={places.isOnTrail(place) ? place : 'scores'}
				href={(name) => (places.isOnTrail(name) ? `/class/${id}/${name}${query}` : null)}
			/>
			<Checks term={frame.data.term_id} />
		{/if}
	</section>
	{#if frame.data}
		<div class={[place === 'stack' && 'max-md:hidden']}>
			<Ribbon
				ribbon={frame.data.ribbon}
				chosen={frame.data.term_id}
				href={(chosen) => `${page.url.pathname}?term=${chosen}`}
			/>
		</div>
	{:else}
		<div class="h-10"></div>
	{/if}
	<div class={['h-2.25 border-b border-hair', place === 'files' && 'print:hidden']}></div>
	{@render children()}
	<Later
		part={() => import('$lib/class/consequence/ConsequenceDialog.svelte')}
		when={consequence.current !== null}
	>
		{#snippet children(ConsequenceDialog)}<ConsequenceDialog />{/snippet}
	</Later>
{/if}
