<script lang="ts">
	/** The line of one paper: the name that stands on it, then the score; on a phone with a number pad of its own. */
	import { tick, untrack } from 'svelte';
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import type { Row } from '$lib/class/entering.svelte';
	import { shownName } from '$lib/class/names';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import { find } from './finding';
	import Found from './Found.svelte';
	import { read, type Line } from '$lib/class/line';
	import Pad from './Pad.svelte';

	let {
		roster,
		work,
		codes,
		levels,
		hasAliases,
		earlier,
		isAnyBlank,
		pointed = $bindable([]),
		onenter,
		onundo
	}: {
		roster: { row: Row; cell: Shapes['CellOut']; text: string; isIn: boolean }[];
		work: Shapes['ColumnOut'];
		codes: Shapes['CodeShownOut'][];
		levels: Shapes['LevelsOut'] | null;
		hasAliases: boolean;
		/** What of earlier work a student has, in words. */
		earlier: (row: Row) => string;
		isAnyBlank: boolean;
		/** Whom what is typed can mean, for the roster. */
		pointed: number[];
		/** A line without a score is a comment alone: each keeps the score they have. */
		onenter: (students: Row[], line: Line) => void;
		onundo: () => void;
	} = $props();

	let order = $state<'any' | 'roster'>('any');
	let name = $state('');
	let line = $state('');
	let comment = $state('');
	let isCommenting = $state(false);
	/** Which of those found is taken. */
	let at = $state(0);
	/** Whose score is typed; several get the same. */
	let taken = $state.raw<Row[]>([]);
	let nameField = $state<HTMLInputElement>();
	let lineField = $state<HTMLInputElement>();
	let problem = $state('');

	const found = $derived(
		find(
			roster.map((each) => each.row),
			name,
			hasAliases
		).slice(0, 6)
	);
	const candidate = $derived(found[at]);
	$effect(() => {
		pointed = [...taken, ...found].map((each) => each.student_id);
	});
	const hasNamesakes = $derived(found.length > 1 && found.slice(1).some((each) => same(each, found[0]!)));

	function same(one: Row, other: Row): boolean {
		return one.family_name === other.family_name && one.given_name === other.given_name;
	}

	function hasComment(row: Row): boolean {
		return roster.some((each) => each.row.student_id === row.student_id && each.cell.comment);
	}

	/** What a student has already, with the scores by standard. */
	function textOf(row: Row): string {
		const has = roster.find((each) => each.row.student_id === row.student_id);
		if (!has) return '';
		const named = work.standards.map((name, place) => [name, has.cell.standards?.[place]]);
		return [has.text, ...named.filter(([, level]) => level).map((pair) => pair.join(' '))]
			.filter(Boolean)
			.join(', ');
	}

	/** What tells students apart whose names begin alike: what they have, and had before. */
	function told(row: Row): string {
		const has = textOf(row);
		return `${has && `has ${has} now; `}${earlier(row)}`;
	}

	/** The line as it is read. */
	const made = $derived(read(line));

	/** How a line with standards is typed, by its example: the whole, then each standard in its order. */
	const example = $derived([work.points, ...work.standards.map(() => levels?.out_of ?? '')].join('/'));

	/** Take a student; with a comma another name can follow. */
	async function take(row: Row | undefined, isMore: boolean): Promise<void> {
		if (!row) {
			problem = name.trim() ? `Nobody here is called ${name.trim()}.` : '';
			return;
		}
		problem = '';
		if (!taken.some((each) => each.student_id === row.student_id)) taken = [...taken, row];
		name = '';
		at = 0;
		if (isMore) return;
		await tick();
		lineField?.focus();
		lineField?.select();
	}

	async function back(): Promise<void> {
		taken = [];
		line = '';
		comment = '';
		isCommenting = false;
		problem = '';
		await tick();
		nameField?.focus();
	}

	/** In the order of the roster the next is whoever has nothing yet, from the last one on. */
	async function next(): Promise<void> {
		const last = taken.at(-1);
		await back();
		if (order !== 'roster') return;
		const place = last ? roster.findIndex((each) => each.row.student_id === last.student_id) + 1 : 0;
		const following = [...roster.slice(place), ...roster.slice(0, place)];
		const row = following.find((each) => !each.isIn && each.row.student_id !== last?.student_id)?.row;
		if (row) await take(row, false);
	}

	async function enter(): Promise<void> {
		const said = comment.trim();
		const whole = said ? { ...made, comment: said } : made;
		if (!whole.text && !whole.comment) {
			// In the order of the roster an empty line passes somebody by.
			if (order === 'roster') await next();
			else problem = 'Type a score, a mark or a code; Esc goes back to the name.';
			return;
		}
		onenter(taken, whole);
		await next();
	}

	async function begin(way: 'any' | 'roster'): Promise<void> {
		order = way;
		taken = [];
		await next();
	}

	/** What was typed for a paper without going on to the next. */
	function unentered(): string {
		return taken.length
			? [line, comment]
					.map((each) => each.trim())
					.filter(Boolean)
					.join('; ')
			: '';
	}

	$effect(() => () => {
		const left = untrack(unentered);
		const whose = taken.map((each) => shownName(each, hasAliases)).join(', ');
		if (left) notice.problem(`${left} for ${whose} was typed in the stack and not entered.`);
	});

	function onbeforeunload(event: BeforeUnloadEvent): void {
		if (unentered()) event.preventDefault();
	}

	function onname(event: KeyboardEvent): void {
		if (event.key === 'ArrowDown') at = Math.min(at + 1, found.length - 1);
		else if (event.key === 'ArrowUp') at = Math.max(at - 1, 0);
		else if (event.key === ',' && name.trim()) void take(candidate, true);
		else if (event.key === 'Enter' && !name.trim() && taken.length) void take(taken[0], false);
		else if (event.key === 'Enter') void take(candidate, false);
		else if (event.key === 'Escape' && name) name = problem = '';
		else if (event.key === 'Escape') void back();
		else if (event.key === 'z' && (event.ctrlKey || event.metaKey) && !name) onundo();
		else return;
		event.preventDefault();
	}

	function online(event: KeyboardEvent): void {
		if (event.key === 'Enter') void enter();
		else if (event.key === 'Escape') void back();
		else if (event.key === 'z' && (event.ctrlKey || event.metaKey) && !line) onundo();
		else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

<svelte:window {onbeforeunload} />

{#snippet standards()}
	{@const parts = line.split('/')}
	<span class="flex flex-wrap gap-x-4 gap-y-0">
		{#each ['Points', ...work.standards] as name, place (place)}
			<span class={[place === parts.length - 1 && 'text-ink shadow-[0_2px_0_var(--color-juniper)]']}
				>{name} <b>{parts[place]?.trim() || 'as it is'}</b></span
			>
		{/each}
		<span>{levels?.marks.join(', ')}</span>
	</span>
{/snippet}

<Segmented
	class="mb-4 w-fit gap-4 border-b border-hair max-md:mb-2"
	label="Order of the papers"
	choices={[
		['any', 'papers in any order'],
		['roster', 'the roster in order']
	]}
	value={order}
	onchange={begin}
/>

<div class="flex flex-wrap items-end gap-4 max-md:gap-2">
	<label class="min-w-50 flex-1 max-md:shrink-0 max-md:basis-full">
		<span class="block pb-1 text-small text-slate">{hasAliases ? 'Alias' : 'Name'} on the paper</span>
		{#if taken.length}
			<span class="flex flex-wrap items-baseline gap-x-3.5 gap-y-1 py-1.5">
				{#each taken as each (each.student_id)}
					<b class="font-name text-title leading-7 font-semibold"
						>{hasAliases ? each.alias : `${each.family_name}, ${each.given_name}`}
						{#if each.number && !hasAliases}<small
								class="ml-1.5 rounded border border-deep-2 px-1.5 py-px font-text text-body leading-4.5 font-normal"
								>{each.number}</small
							>{/if}</b
					>
				{/each}
				<button class="link" onclick={back}>another</button>
			</span>
		{/if}
		<!-- It stays, so that a comma can add somebody, and so that the focus has where to go. -->
		<input
			class={[
				'w-full border-deep bg-snow px-3 font-text leading-10 font-normal outline-none placeholder:text-slate placeholder:opacity-80 focus:border-juniper disabled:border-rule',
				taken.length ? 'h-6 border-b text-body' : 'h-13 border-b-2 text-display',
				taken.length && 'max-md:hidden'
			]}
			bind:this={nameField}
			bind:value={name}
			role="combobox"
			aria-expanded={found.length > 0}
			aria-controls="stack-found"
			aria-autocomplete="list"
			aria-activedescendant={candidate ? `found-${candidate.student_id}` : undefined}
			autocomplete="off"
			spellcheck="false"
			placeholder={taken.length ? 'and also …' : ''}
			oninput={() => (at = 0)}
			onkeydown={onname}
			{@attach (field) => field.focus()}
		/>
	</label>
	<label
		class={[
			'w-37.5 max-md:flex-1',
			(work.standards.length || line.includes(';')) && 'min-w-0 flex-[0_1_340px]'
		]}
	>
		<span
			class={[
				'block pb-1 text-small text-slate',
				(work.standards.length || line.includes(';')) && 'truncate'
			]}>{['Points', ...work.standards].join(' / ')}</span
		>
		<input
			class="h-13 w-full border-b-2 border-deep bg-snow px-3 text-right font-text text-title leading-10 font-normal outline-none placeholder:text-slate placeholder:opacity-80 focus:border-juniper disabled:border-rule"
			bind:this={lineField}
			bind:value={line}
			disabled={!taken.length}
			inputmode={window.innerWidth < 900 ? 'none' : undefined}
			placeholder="of {example}"
			autocomplete="off"
			maxlength="200"
			aria-describedby="stack-told"
			onkeydown={online}
		/>
	</label>
	<button class="btn h-11 max-md:flex-none" disabled={!taken.length} onclick={enter}>Next paper</button>
</div>

{#if isCommenting}
	<label class="mt-2.5 block">
		<span class="block pb-1 text-small text-slate">Comment for the family</span>
		<textarea class="field h-auto px-2 py-1.5" rows="2" bind:value={comment}></textarea>
	</label>
{:else if taken.length}
	<button class="link mt-2 text-small" onclick={() => (isCommenting = true)}>Add a comment</button>
{/if}

<p
	id="stack-told"
	class="min-h-6 px-3 pt-1.5 pb-1 text-small leading-4.5 text-slate max-md:empty:hidden"
	role="status"
>
	{#if problem}<span class="text-rowan">{problem}</span>
	{:else if taken.length && work.standards.length && line.includes('/')}
		{@render standards()}
	{:else if made.flag || made.comment}
		<b>{made.text || 'The score stays'}</b>{made.flag ? `, ${made.flag}` : ''}{made.comment
			? `, with the comment: ${made.comment}`
			: ''}
	{:else if taken.length === 1}
		{@const has = textOf(taken[0]!)}
		{[
			earlier(taken[0]!),
			has && `Has ${has} now`,
			hasComment(taken[0]!) && 'Has a comment, which another one replaces'
		]
			.filter(Boolean)
			.map((each) => `${each}.`)
			.join(' ')}
	{:else if taken.length}{taken.length} students get the same.
	{:else if !isAnyBlank}Everybody has a score. Another one replaces it.
	{:else if hasNamesakes}Two students have this name. Look at the number, or at their earlier work;
		<kbd>↓</kbd> takes the next.
	{/if}
</p>

<Found {found} {at} {name} {hasAliases} {hasNamesakes} {told} ontake={(row) => void take(row, false)} />

{#if taken.length}
	<Pad
		{codes}
		hasStandards={work.standards.length > 0}
		onkey={(key) => {
			line = key === 'back' ? line.slice(0, -1) : line + key;
		}}
		onwhole={(text) => {
			line = /^[A-Z]$/.test(text) ? `${line.trim()} ${text}` : text;
		}}
	/>
{/if}
