<script lang="ts">
	/** How far every class is with a term; reminders, report cards, and opening a closed window again. */
	import Check from '$lib/ui/check/Check.svelte';
	import * as fetched from '$lib/api/queries';
	import { createInfiniteQuery } from '@tanstack/svelte-query';
	import { words, type Shapes } from '$lib/api/client';
	import { longDay } from '$lib/words/days';
	import { notice } from '$lib/app/notice.svelte';
	import { signed } from '$lib/app/session.svelte';
	import Documents from '$lib/app/Documents.svelte';
	import { counted } from '$lib/words/plurals';
	import DayField from '$lib/ui/form/DayField.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { thisKeeping } from '../keeping';
	import { thisSetting, type SchoolYear, type SchoolTerm } from '../setting';
	import Select from '$lib/ui/select/Select.svelte';

	let { year, term }: { year: SchoolYear; term: SchoolTerm } = $props();
	const setting = thisSetting();
	const school = thisKeeping().school_id;
	const classes = createInfiniteQuery(() => fetched.postingOfClasses(school, term.id));
	// All are looked at, one page after another, and shown as they come.
	$effect(() => {
		if (classes.hasNextPage && !classes.isFetching && !classes.isError) void classes.fetchNextPage();
	});
	const all = $derived((classes.data?.pages ?? []).flatMap((page) => page.classes));
	let onlyOpen = $state(false);
	let packed = $state(false);
	let naming = $state('names');
	let isReopening = $state(false);
	let teacher = $state('');
	let until = $state('');
	let reason = $state('');
	const shown = $derived(all.filter((each) => !onlyOpen || each.stand.state !== 'posted'));
	const left = $derived(
		all.filter((each) => each.stand.state !== 'posted' && each.stand.posted + each.stand.left)
	);
	const signs: Record<Shapes['StandOut']['state'], string> = {
		not: 'not posted',
		partly: 'partly',
		posted: 'posted',
		changed: 'changed since'
	};

	async function reopen(): Promise<void> {
		await setting.reopen(term.id, { teacher: teacher ? Number(teacher) : null, until, reason });
		notice.say(`Posting of ${term.name.toLowerCase()} is open again until ${longDay(until)}.`);
		isReopening = false;
		reason = '';
	}

	function end(reopening: number, who: string): Promise<void> {
		return notice.tried(
			setting.endReopening(reopening),
			`Posting of ${term.name.toLowerCase()} is closed again for ${who}.`
		);
	}

	function gradebooks(): Promise<void> {
		return notice.tried(setting.gradebooks(year.year_id, naming as Shapes['WantedIn']['naming']));
	}

	function cards(): Promise<void> {
		const begun = setting.cards(term.id, {
			kind: 'cards',
			students: [],
			packed,
			shows: 'marks',
			naming: 'names'
		});
		return notice.tried(begun);
	}
</script>

<div class="grid grid-cols-[minmax(0,1fr)_400px] gap-x-12 gap-y-6 max-md:grid-cols-1">
	<section class="grid content-start gap-2" aria-labelledby="classes">
		<h2 class="text-title leading-7" id="classes">{term.name}</h2>
		<p class="text-slate">
			{#if !term.window}No reporting window is set for it.
			{:else}Posting from {longDay(term.window.opens)} until {longDay(term.window.closes)}{term.window.is_open
					? ', open now'
					: term.window.is_closed
						? ', closed'
						: ''}. Families see it {term.window.families_from
					? `from ${longDay(term.window.families_from)} on`
					: 'at once'}.{/if}
			{#if classes.hasNextPage}Looked at {all.length} of {counted(
					classes.data?.pages[0]?.count ?? 0,
					'class',
					'classes'
				)}…
			{:else if classes.data}{left.length
					? `${counted(left.length, 'class', 'classes')} to go.`
					: 'Every class is through.'}{/if}
		</p>
		{#if classes.isPending}<p role="status">Looking at every class…</p>
		{:else if classes.isError && !classes.data}<p class="problem" role="alert">{words(classes.error)}</p>
		{:else}
			{#if classes.isError}<p class="problem" role="alert">
					{words(classes.error)}
					<button class="link" onclick={() => classes.fetchNextPage()}>Go on</button>
				</p>{/if}
			<Check class="flex-wrap" bind:checked={onlyOpen}>only what is not posted wholly</Check>
			<table class="rows">
				<thead
					><tr
						><th scope="col">Class</th><th scope="col">Teachers</th><th scope="col">State</th><th scope="col"
							><span class="sr-only">In numbers</span></th
						></tr
					></thead
				>
				<tbody>
					{#each shown as each (each.id)}
						<tr
							><th class="font-medium" scope="row">{each.name}</th><td>{each.teachers.join(', ')}</td><td
								class={each.stand.state}
								>{#if each.stand.state === 'changed'}<i class="diamond"></i>{/if}{signs[each.stand.state]}</td
							><td class="text-slate">{each.stand.words}</td></tr
						>
					{:else}<tr><td colspan="4" class="text-slate">No class here.</td></tr>{/each}
				</tbody>
			</table>
		{/if}
	</section>
	<aside class="grid content-start gap-2" aria-label="What to do">
		<h3 class="text-large">Reminders</h3>
		<p>
			<a class="link" href="/api/v1/schools/{school}/terms/{term.id}/reminders.csv" download
				>Save the list of who is not through</a
			>
		</p>
		<h3 class="mt-3 text-large">Report cards</h3>
		<p class="row flex flex-wrap items-center gap-2">
			<button class="btn quiet" onclick={cards}>Make them for everybody</button>
			<Check class="flex-wrap" bind:checked={packed}>a file for each, in a zip</Check>
		</p>
		<h3 class="mt-3 text-large">All classes as files</h3>
		<p class="flex flex-wrap items-center gap-2">
			<button class="btn quiet" onclick={gradebooks}>Save the year’s gradebook files</button>
			<Select
				label="How students are called"
				bind:value={naming}
				choices={[
					['names', 'with names'],
					['aliases', 'with aliases'],
					['numbers', 'with numbers']
				]}
				class="min-h-6"
			/>
		</p>
		<Documents />
		<h3 class="mt-3 text-large first:mt-0">Opening again</h3>
		{#if term.window?.is_closed}
			{#if isReopening}
				<Form label="Opening again" class="grid gap-2" send={reopen}>
					<Field name="teacher" label="For">
						{#snippet control(given)}
							<Select
								id={given.id}
								bind:value={teacher}
								choices={[['', 'all teachers'], ...year.teachers.map(({ id, name }) => [id, name] as const)]}
							/>
						{/snippet}
					</Field>
					<DayField name="until" label="Until the end of" bind:value={until} required />
					<Field name="reason" label="Why" bind:value={reason} />
					<p class="row flex flex-wrap items-center gap-2">
						<button class="btn">Open it again</button>
						<button type="button" class="btn quiet" onclick={() => (isReopening = false)}
							>Leave it closed</button
						>
					</p>
				</Form>
			{:else}<button class="link" onclick={() => (isReopening = true)}
					>Open posting of {term.name.toLowerCase()} again</button
				>{/if}
		{:else}<p class="text-slate">A window can be opened again once it has closed.</p>{/if}
		<ul>
			{#each term.window?.reopenings ?? [] as each (each.id)}
				<li class="border-b border-hair py-1">
					For {each.who} until {longDay(each.until)}{each.is_ended ? ', ended before' : ''}: {each.reason}
					<span class="text-slate">{each.by}, {longDay(each.at)}</span>
					{#if !each.is_ended && each.until >= (signed.current?.today ?? '')}
						<button class="link" onclick={() => end(each.id, each.who)}
							>End it<span class="sr-only"> for {each.who}</span></button
						>
					{/if}
				</li>
			{/each}
		</ul>
	</aside>
</div>

<style>
	.not {
		color: var(--color-slate);
	}
	.posted {
		color: var(--color-lichen-ink);
	}
	.changed,
	.partly {
		color: var(--color-amber-ink);
	}
	.changed .diamond {
		margin-right: 4px;
	}
</style>
