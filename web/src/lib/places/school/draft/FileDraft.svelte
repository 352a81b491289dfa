<script lang="ts">
	/** What a file would change: left, what its columns are and what its silence means; right, each change, to be left out or taken in. */
	import * as fetched from '$lib/api/queries';
	import { createQuery, keepPreviousData, useQueryClient } from '@tanstack/svelte-query';
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { words, type Shapes } from '$lib/api/client';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping } from '../keeping';
	import Columns from './Columns.svelte';
	import Line from './Line.svelte';
	import UnderWay from './UnderWay.svelte';
	import { kinds, summary, total, type Kind } from './words';

	const keeping = thisKeeping();
	const school = keeping.school_id;
	const frame = createQuery(() => fetched.schoolFrame(school));
	const id = $derived(frame.data?.draft_id ?? null);
	/** So many changes more are listed each time. */
	const STEP = 200;
	let shown = $state<'all' | Kind>('all');
	let most = $state(STEP);
	const draft = createQuery(() => ({
		...fetched.fileDraft(school, id ?? 0, { kind: shown === 'all' ? null : shown, most }),
		enabled: id !== null,
		placeholderData: keepPreviousData
	}));
	const queries = useQueryClient();
	let isApplying = $state(false);
	const read = $derived(draft.data);
	const tabs = $derived([
		['all', `${read ? total(read) : 0} all`] as const,
		...kinds
			.filter(([kind]) => read?.counts[kind])
			.map(([kind, said]) => [kind, `${read!.counts[kind]} ${said}`] as const)
	]);
	const listed = $derived(read?.changes ?? []);
	const count = $derived(read ? (shown === 'all' ? total(read) : (read.counts[shown] ?? 0)) : 0);
	const ready = $derived(listed.filter((each) => each.kind !== 'unread'));

	function answer(answers: Record<string, string>): Promise<void> {
		return notice.tried(keeping.answer(id!, answers));
	}

	function all(isOn: boolean): Promise<void> {
		return answer(Object.fromEntries(ready.map((each) => [each.key, isOn ? 'on' : 'off'])));
	}

	async function apply(): Promise<void> {
		isApplying = true;
		try {
			const done = await keeping.apply(id!);
			if (!done.is_waiting) await finish(done.words);
		} catch (error) {
			notice.problem(words(error));
		} finally {
			isApplying = false;
		}
	}

	async function finish(words: string): Promise<void> {
		await goto('/school/people');
		notice.say(`${words} It can be taken back for thirty days.`);
	}

	// What was applied in the background is through.
	$effect(() => {
		if (read?.state !== 'applied') return;
		const { name, total } = read;
		untrack(() => {
			void fetched.fetchAnew(queries, fetched.inSchool(school));
			void finish(`${counted(total, 'change')} from ${name} ${total === 1 ? 'is' : 'are'} made.`);
		});
	});

	async function throwAway(): Promise<void> {
		const name = read?.name ?? 'It';
		await notice.tried(
			keeping.throwAway(id!).then(() => goto('/school/people')),
			`${name} is thrown away. Nothing was changed.`
		);
	}

	const tick = (each: Shapes['FileChangeOut'], isOn: boolean) => answer({ [each.key]: isOn ? 'on' : 'off' });
</script>

{#if frame.isPending || (id !== null && draft.isPending)}
	<p class="p-6 text-slate" role="status">Comparing the file with the school…</p>
{:else if id === null}
	<main class="p-6 max-md:px-4">
		<p class="text-slate">
			No file is being looked at. Load one in <a class="link" href="/school/people?open=file">People</a>; what
			it would change stands here then.
		</p>
	</main>
{:else if !read}<main class="p-6"><Failed error={draft.error} retry={draft.refetch} /></main>
{:else if read.state !== 'standing'}<UnderWay {read} onthrowaway={throwAway} />
{:else}
	<section
		class="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-amber bg-amber-2 px-6 py-2 max-md:px-4"
		aria-label="Draft from a file"
	>
		<i class="diamond"></i>
		<p class="flex-1">
			<b class="font-semibold">Draft from {read.name}:</b>
			{summary(read)} Nothing is changed until you apply it.
		</p>
		<button class="btn" disabled={!read.chosen || isApplying} onclick={apply}
			>{isApplying ? 'Applying…' : `Apply ${counted(read.chosen, 'change')}`}</button
		>
		<button class="btn quiet" onclick={throwAway}>Throw away</button>
		{#if read.problem}<p class="problem basis-full" role="alert">{read.problem}</p>{/if}
	</section>
	<main class="grid flex-1 grid-cols-[300px_minmax(0,1fr)] max-lg:grid-cols-1">
		<Columns {read} />
		<section class="px-6 pt-4 pb-12 max-md:px-4" aria-label="What it would change">
			<div class="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-hair pb-1">
				<Segmented
					class="flex-wrap"
					label="Which changes"
					choices={tabs}
					value={shown}
					onchange={(value) => {
						shown = value;
						most = STEP;
					}}
				/>
				<span class="ml-auto text-slate">{counted(read.same, 'student')} as they are</span>
			</div>
			<table class="rows" aria-label="Changes">
				<thead>
					<tr>
						<th scope="col" class="w-7"
							><Check
								label="All that are listed"
								checked={ready.length > 0 && ready.every((each) => each.is_on)}
								mixed={ready.some((each) => each.is_on)}
								disabled={!ready.length}
								onchange={(isOn) => all(isOn)}
							/></th
						>
						<th scope="col">Who</th>
						<th scope="col">Number</th>
						<th scope="col">What happens</th>
						<th scope="col"><span class="sr-only">More of it</span></th>
						<th scope="col">Where</th>
					</tr>
				</thead>
				<tbody>
					{#each listed as each (each.key)}
						<Line
							change={each}
							ontick={(isOn) => tick(each, isOn)}
							onanswer={(said) => answer({ [each.key]: said })}
						/>
					{:else}<tr><td colspan="6" class="text-slate">The file changes nothing: all is as it says.</td></tr
						>{/each}
				</tbody>
			</table>
			{#if count > listed.length}
				<p class="flex flex-wrap gap-x-4 pt-2 text-slate">
					The others are chosen as proposed.
					<button class="link min-h-6" disabled={draft.isFetching} onclick={() => (most += STEP)}
						>{draft.isFetching ? 'Fetching…' : `Show more of ${count.toLocaleString('en-GB')}`}</button
					>
				</p>
			{/if}
		</section>
	</main>
{/if}
