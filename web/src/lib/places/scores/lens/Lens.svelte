<script lang="ts">
	/** The lens on a cell: the entry with all its parts, what it does to the grade, and what became of it. */
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { words, type Shapes } from '$lib/api/client';
	import type { Beside, How } from '$lib/app/saving/queue';
	import { only, saving } from '$lib/app/saving/saving.svelte';
	import BesideField from './BesideField.svelte';
	import Effects from './Effects.svelte';
	import History from './History.svelte';
	import LensCriteria from './LensCriteria.svelte';
	import LensFrame from './LensFrame.svelte';

	let {
		term,
		row,
		column,
		name,
		hasAliases,
		onworking,
		onback
	}: {
		term: number;
		row: Shapes['RowOut'];
		column: Shapes['ColumnOut'];
		/** What the student is called here. */
		name: string;
		/** Whether others may see the screen: what is written of a student is then not for their eyes. */
		hasAliases: boolean;
		onworking: () => void;
		/** Back to the cell. */
		onback: () => void;
	} = $props();
	const here = thisClass();
	// The grid knows who and what, and what is written: that is here at once. The rest is fetched.
	const student = $derived(row.student_id);
	const assignment = $derived(column.id);
	const place = $derived({ classId: here.id, student, assignment });
	const cell = $derived(row.cells[column.id]!);

	const queries = useQueryClient();
	const lens = createQuery(() => ({
		...fetched.lens(here.id, student, assignment),
		placeholderData: (before: Shapes['LensOut'] | undefined) => before
	}));
	const looked = $derived(lens.isPaused && lens.isPlaceholderData ? undefined : lens.data);
	const bank = createQuery(() => ({ ...fetched.phrases(here.id, student), staleTime: 300_000 }));
	/** What was written last, then what the bank offers, each once. */
	const phrases = $derived([...new Set([...(lens.data?.phrases ?? []), ...(bank.data ?? [])])]);
	const fields = [
		{ what: 'comment', heading: 'Comment for the family', placeholder: 'Nothing yet. Seen with the score.' },
		{ what: 'note', heading: 'Note for yourself', placeholder: 'Only the class’s teachers see it.' }
	] as const;
	const flags = ['late', 'incomplete', 'absent', 'handed in'];

	$effect(() =>
		saving.onAnswer((answered, _term, answer) => {
			if (answered !== here.id) return;
			// What was looked at before is kept for a while: of whoever this touched, it is no longer right.
			const touched = new Set<unknown>(answer.rows.map((each) => each.student_id));
			void fetched.fetchAnew(queries, fetched.inLenses(here.id, touched));
		})
	);

	const isLocked = $derived(Boolean(column.lock) || cell.state === 'not_assigned');

	/** Change one thing beside the score. */
	function beside(what: keyof Beside, value: string | boolean, was?: string, how?: How): void {
		void saving.enter(
			{ ...place, version: cell.version, ...only(what, value, was), ...(how ? { how } : {}) },
			term
		);
	}

	/** Enter another text in this cell, for instance what was meant, or what was there before. */
	function put(text: string, how?: How): void {
		void saving.enter({ ...place, text, version: lens.data!.version, ...(how ? { how } : {}) }, term);
	}

	/** Enter a score for one standard: the line of the stack, with nothing for the others. A blank takes it away. */
	function putLevel(place: number, text: string): void {
		put(`${'/'.repeat(column.criteria.length + place + 1)}${text.trim() || '-'}`);
	}
</script>

<LensFrame
	label="Lens"
	heading={name}
	under="{column.name}, {column.points} points, {column.shown ? 'shown to' : 'hidden from'} families"
>
	{#if column.criteria.length}
		{#key `${student} ${assignment}`}
			<LensCriteria {place} {term} {cell} criteria={column.criteria} {isLocked} onnext={onback} />
		{/key}
	{/if}
	{#if looked}
		<div class="[&[inert]]:invisible" inert={lens.isPlaceholderData}>{@render told(looked)}</div>
	{:else if lens.isError}<p class="problem" role="alert">{words(lens.error)}</p>
	{:else if lens.isPaused}<p class="unseen text-slate">The rest is told once the connection is back.</p>
	{:else}<p class="unseen text-slate">Looking…</p>{/if}
	{#if hasAliases}
		<p class="unseen text-slate">Comment, note and history are not shown where aliases stand for names.</p>
	{:else if cell.state !== 'not_assigned'}
		{#each fields as { what, heading, placeholder } (`${student} ${assignment} ${what}`)}
			<BesideField
				id="lens-{what}-{student}-{assignment}"
				{heading}
				{what}
				{place}
				{term}
				version={cell.version}
				saved={cell[what] ?? ''}
				{placeholder}
				phrases={what === 'comment' ? phrases : []}
			/>
		{/each}
	{/if}
	{#if cell.state !== 'not_assigned'}
		<h3 id="lens-flags">Flags</h3>
		{@const now = saving.beside(place, 'flag', cell.flag)}
		<div class="flags" role="group" aria-labelledby="lens-flags">
			{#each flags as flag (flag)}
				<button
					class="rounded px-2 py-0.5 shadow-[inset_0_0_0_1px_var(--color-rule)] aria-pressed:bg-ice aria-pressed:shadow-[inset_0_0_0_1px_var(--color-juniper)]"
					aria-pressed={now === flag}
					onclick={() => beside('flag', now === flag ? '' : flag, now)}>{flag}</button
				>
			{/each}
		</div>
	{/if}
	{#if looked && !hasAliases}
		<History
			lens={looked}
			{cell}
			isEarlier={lens.isPlaceholderData}
			onscore={(text) => put(text, 'put back')}
			onbeside={(what, text) => beside(what, text, cell[what], 'put back')}
		/>
	{/if}
</LensFrame>

{#snippet told(data: Shapes['LensOut'])}
	<p class="score">
		<b
			class={[
				'min-w-21 rounded border-2 border-juniper bg-snow px-2.5 py-1.5 text-right font-name leading-7 font-medium',
				!data.text ? 'text-large' : 'text-title',
				!data.text && 'text-slate'
			]}>{data.text || 'blank'}</b
		>
		<span class="text-slate"
			>{data.percent ? `${data.percent} % of ${column.points}` : `of ${column.points}`}<br
			/>{data.words}</span
		>
	</p>
	{#if data.slip}
		<div class="mt-3 rounded bg-amber-2 px-3 py-2.5">
			<p class="mb-2"><i class="diamond"></i> {data.slip}</p>
			{#if data.meant}<button class="btn small" onclick={() => put(data.meant!)}>Make it {data.meant}</button
				>{/if}
			<button class="btn quiet small" onclick={() => beside('meant', true)}>{data.text} is right</button>
		</div>
	{/if}
	{#if data.standards.length}
		<h3>By standard</h3>
		<table class="my-1 w-full">
			<tbody>
				{#each data.standards as each, place (each.name)}
					<tr>
						<th class="text-left font-normal" scope="row">{each.name}</th>
						<td class="pl-2 text-right"
							><input
								class="field h-6.5 w-19 text-right"
								aria-label="{each.name} here"
								value={each.text}
								disabled={cell.state === 'not_assigned'}
								onchange={(event) => putLevel(place, event.currentTarget.value)}
							/>{#if each.points}<span class="pl-1 text-slate">of {each.points}</span>{/if}</td
						>
						<td class="pl-2 text-right"
							>{#if each.level}<span class="text-slate">in all</span>
								<b class="font-semibold">{each.level}</b>{/if}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
	<Effects effects={data.effects} ruler={data.ruler} drop={data.drop} {onworking} />
{/snippet}

<style>
	.unseen {
		margin-top: 12px;
	}
	.score {
		display: flex;
		align-items: center;
		gap: 12px;
		margin-top: 10px;
		font-size: 12px;
		line-height: 16px;
	}
	.flags {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-top: 6px;
	}
</style>
