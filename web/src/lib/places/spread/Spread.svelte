<script lang="ts">
	/** Spread: how the class lies, who is close below a mark, and what a curve or other minimums would do. */
	import * as fetched from '$lib/api/queries';
	import { createQueries, createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import Failed from '$lib/app/Failed.svelte';
	import { letters } from '$lib/app/letters.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import DraftBand from '$lib/class/planning/DraftBand.svelte';
	import LevelsAlone from '$lib/class/LevelsAlone.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Later from '$lib/ui/Later.svelte';
	import Asides from './Asides.svelte';
	import { Asides as PutAside } from './aside.svelte';
	import Chosen from './Chosen.svelte';
	import CloseBelow from './CloseBelow.svelte';
	import CurvePanel from './CurvePanel.svelte';
	import { Curving } from './curving.svelte';
	import DotTable from './DotTable.svelte';
	import Figures from './Figures.svelte';
	import Line from './Line.svelte';
	import { fromTo, nameOf, rowOf, together, type LineRow, type Spread } from './line';
	import SpreadTools from './SpreadTools.svelte';
	import Works from './Works.svelte';

	const here = thisClass();
	const number = (name: string) => Number(page.url.searchParams.get(name)) || undefined;
	const term = $derived(number('term'));
	const work = $derived(number('assignment'));
	const category = $derived(number('category'));
	let within = $state('1');
	/** The other sections: not shown, each in a row of its own, or all in one. */
	let others = $state<'none' | 'beside' | 'together'>('none');
	let isTable = $state(false);
	let hasAliases = $derived<boolean | null>(null);
	let selected = $state<number | null>(null);
	let isOpen = $state(false);
	let explained = $state<{ id: number; name: string } | null>(null);
	let area = $state<HTMLElement>();

	const found = createQuery(() => ({
		...fetched.spread(here.id, {
			term,
			kind: work ? 'assignment' : category ? 'category' : 'term',
			number: work ?? category,
			within,
			sections: others !== 'none'
		}),
		placeholderData: (before?: Spread) => before
	}));
	const works = createQuery(() => fetched.spreadWorks(here.id, term));
	const data = $derived(found.data);
	const curving = new Curving(here, () => data!);
	/** What the line shows: what is tried, where something is; who is close below a mark stays as it is kept. */
	const shown = $derived(
		curving.tried && data
			? {
					...curving.tried,
					sections: data.sections,
					together: data.together,
					terms: data.terms,
					close: data.close
				}
			: data
	);
	const aliases = $derived(hasAliases ?? data?.has_aliases ?? false);
	const subject = $derived(data ? `${data.subject.kind} ${data.subject.id}` : '');
	const aside = $derived(new PutAside(`${here.id} ${subject}`));
	const asides = createQueries(() => ({
		queries: aside.all.map(({ steps, minimums }) =>
			fetched.spreadTried(here.id, {
				term: data?.term_id ?? 0,
				kind: data?.subject.kind ?? 'term',
				number: data?.subject.kind === 'term' ? null : (data?.subject.id ?? null),
				steps: data?.subject.kind === 'category' ? null : steps,
				minimums
			})
		)
	}));
	const rows = $derived.by((): LineRow[] => {
		if (!shown || !data) return [];
		return [
			rowOf('now', 'now', shown, 'now'),
			...(shown.then ? [rowOf('then', thenWords, { dots: shown.dots, figures: shown.then }, 'then')] : []),
			...aside.all.flatMap((each, index) => {
				const tried = asides[index]?.data;
				return tried
					? [rowOf(`aside ${index}`, each.name, { dots: tried.dots, figures: tried.then }, 'then')]
					: [];
			}),
			...(others === 'together' && shown.together
				? [rowOf('together', 'all sections', together(shown), 'now', false)]
				: shown.sections.map((each) => rowOf(`class ${each.class_id}`, each.name, each, 'now', false)))
		];
	});
	const thenWords = $derived(curving.tried ? 'tried' : 'in the draft');
	const chosen = $derived(shown?.dots.find((dot) => dot.student_id === selected));
	const groups = $derived(
		shown
			? [
					shown.figures,
					...(shown.then ? [{ ...shown.then, name: thenWords }] : []),
					...aside.all.flatMap((each, index) => {
						const then = asides[index]?.data?.then;
						return then ? [{ ...then, name: each.name }] : [];
					}),
					...shown.sections.map((each) => each.figures),
					...(shown.together ? [shown.together] : []),
					...(shown.subject.kind === 'term' ? shown.terms.filter((each) => each.name !== shown.term) : [])
				]
			: []
	);

	// What was being tried on one thing is not shown on another.
	$effect(() => {
		void subject;
		curving.drop();
	});

	function select(student: number, how: 'look' | 'open' = 'open'): void {
		selected = student;
		isOpen = how === 'open' || isOpen;
	}

	function onkeydown(event: KeyboardEvent): void {
		const target = event.target as HTMLElement;
		if (event.ctrlKey || event.metaKey || event.altKey || !chosen || !data) return;
		if (target.closest('input, textarea, [role=combobox], [role$=dialog], [role=menu]')) return;
		const letter = letters.of(event);
		const close = data.close.find((each) => each.student_id === chosen.student_id);
		if (letter === 'w') explained = { id: chosen.student_id, name: nameOf(chosen, aliases) };
		else if (letter === 'l' && close)
			void notice.tried(curving.lookAt(chosen.student_id, !close.is_looked_at));
		else return;
		event.preventDefault();
	}
</script>

<svelte:window {onkeydown} />

{#if found.isPending}
	<p class="p-6 text-slate" role="status">Looking at the class…</p>
{:else if !data || !shown}
	<main class="p-6"><Failed error={found.error} retry={found.refetch} /></main>
{:else}
	<main>
		{#if data.has_draft}<DraftBand term={data.term_id} />{/if}
		<div class="grid grid-cols-[minmax(0,1fr)_320px] max-lg:grid-cols-1">
			<div class="min-w-0 px-6 pb-10 max-md:px-4">
				<SpreadTools
					spread={data}
					bind:others
					bind:isTable
					bind:hasAliases={() => aliases, (is) => (hasAliases = is)}
					drawing={() => area?.querySelector<SVGSVGElement>('svg[role=listbox]') ?? null}
				/>
				{#if data.levels_alone}<LevelsAlone term={data.term} termId={data.term_id} />
				{:else if shown.figures.count === 0 && !shown.then}
					<p class="max-w-160 py-6 text-slate">
						{shown.dots.length ? '' : 'No student is in this class yet. '}Nobody has a number in {data.subject.name.toLowerCase()}
						yet. Once scores are entered, each student stands here as a dot.
					</p>
				{:else if isTable}
					<DotTable spread={shown} hasAliases={aliases} onselect={select} />
				{:else}
					<p class="text-slate">
						Each dot is a student{#if shown.then}, each needle where the draft takes them{/if}.
						<span class="max-md:hidden"
							>The numbers below are where marks begin: drag one, or go to it with Tab and use the arrows, or
							type.</span
						>
						{#if data.without}{data.without === 1 ? '1 student has' : `${data.without} students have`} no number
							here.{/if}
					</p>
					<div bind:this={area}>
						<Line
							spread={shown}
							{rows}
							{selected}
							hasAliases={aliases}
							onselect={select}
							minimums={{
								kept: data.bands,
								move: (mark, min) =>
									min === null ? curving.drop() : curving.try({ minimums: { [mark]: String(min) } }),
								keep: (mark, min) => void curving.keepMinimums({ [mark]: String(min) })
							}}
						/>
					</div>
					<p class="min-h-5 text-slate" aria-live="polite">
						{#if chosen}<b class="font-semibold text-ink">{nameOf(chosen, aliases)}</b>
							<span class="num">{fromTo(chosen)}</span>{#if chosen.override}; {chosen.override} in place of the
								grade{/if}{/if}
					</p>
				{/if}
				{#if data.subject.kind === 'term' && data.figures.count}
					<CloseBelow spread={data} bind:within hasAliases={aliases} {selected} onselect={select} />
				{/if}
				{#if !data.levels_alone}
					{#if aside.all.length}<Asides {aside} {curving} />{/if}
					{#if works.data?.length}<Works works={works.data} term={data.term_id} current={work ?? null} />{/if}
					<div class="pt-5"><Figures {groups} /></div>
				{/if}
			</div>
			<aside
				class="min-w-0 border-l border-rule px-5 pt-3 pb-10 max-lg:border-t max-lg:border-l-0"
				aria-label="Curve and student"
			>
				{#if chosen && isOpen}
					{#key chosen.student_id}
						<Chosen
							dot={chosen}
							spread={data}
							hasAliases={aliases}
							onworking={() => (explained = { id: chosen.student_id, name: nameOf(chosen, aliases) })}
							onlooked={(is) => notice.tried(curving.lookAt(chosen.student_id, is))}
							onclose={() => (isOpen = false)}
						/>
					{/key}
				{/if}
				{#if !data.levels_alone}<CurvePanel
						spread={data}
						{shown}
						{curving}
						hasAliases={aliases}
						onselect={select}
						onaside={() =>
							aside.isFull
								? notice.say('Three are aside already. Forget one of them first.')
								: aside.add(
										curving.steps.now,
										Object.fromEntries(data.bands.map((band) => [band.mark, band.min]))
									)}
					/>{/if}
			</aside>
		</div>
	</main>
	<Later part={() => import('$lib/class/working/WorkingDialog.svelte')} when={explained !== null}>
		{#snippet children(WorkingDialog)}<WorkingDialog term={data.term_id} bind:student={explained} />{/snippet}
	</Later>
{/if}
