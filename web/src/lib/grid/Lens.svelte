<script lang="ts">
	/** The lens on a cell: the entry with all its parts, what it does to the grade, and what became of it. */
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { api, ask, words, type Shapes } from '$lib/api/client';
	import { longDay } from '$lib/api/days';
	import type { Beside, How } from '$lib/saving/queue';
	import { only, saving } from '$lib/saving/saving.svelte';
	import BesideField from './BesideField.svelte';
	import LensFrame from './LensFrame.svelte';

	let {
		classId,
		term,
		row,
		column,
		name,
		hasAliases,
		onworking
	}: {
		classId: number;
		term: number;
		row: Shapes['RowOut'];
		column: Shapes['ColumnOut'];
		/** What the student is called here. */
		name: string;
		/** Whether others may see the screen: what is written of a student is then not for their eyes. */
		hasAliases: boolean;
		onworking: () => void;
	} = $props();
	// The grid knows who and what, and what is written: that is here at once. The rest is fetched.
	const student = $derived(row.student_id);
	const assignment = $derived(column.id);
	const place = $derived({ classId, student, assignment });
	const cell = $derived(row.cells[column.id]!);

	const queries = useQueryClient();
	const lens = createQuery(() => ({
		queryKey: ['class', classId, 'lens', student, assignment],
		queryFn: () =>
			ask(
				api.GET('/api/classes/{class_id}/scores/{student}/{assignment}', {
					params: { path: { class_id: classId, student, assignment } }
				})
			),
		// Until it has come, what was there for another cell keeps its room, unseen.
		placeholderData: (before: Shapes['LensOut'] | undefined) => before
	}));
	const looked = $derived(lens.isPaused && lens.isPlaceholderData ? undefined : lens.data);
	const bank = createQuery(() => ({
		queryKey: ['class', classId, 'phrases', student],
		queryFn: () =>
			ask(
				api.GET('/api/classes/{class_id}/students/{student}/phrases', {
					params: { path: { class_id: classId, student } }
				})
			),
		staleTime: 300_000
	}));
	/** What was written last, then what the bank offers, each once. */
	const phrases = $derived([...new Set([...(lens.data?.phrases ?? []), ...(bank.data ?? [])])]);
	/** How each effect is marked, in its line and on the ruler. */
	const signs = ['now', 'without', 'meant'];
	const fields = [
		{ what: 'comment', heading: 'Comment for the family', placeholder: 'Nothing yet. Seen with the score.' },
		{ what: 'note', heading: 'Note for yourself', placeholder: 'Only the class’s teachers see it.' }
	] as const;
	const flags = ['late', 'incomplete', 'absent', 'collected'];

	$effect(() =>
		saving.onAnswer((answered, _term, answer) => {
			if (answered !== classId) return;
			// What was looked at before is kept for a while: of whoever this touched, it is no longer right.
			const touched = new Set<unknown>(answer.rows.map((each) => each.student_id));
			const queryKey = ['class', classId, 'lens'];
			void queries.invalidateQueries({ queryKey, predicate: ({ queryKey: key }) => touched.has(key[3]) });
		})
	);

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

	/** What became of something beside the score. */
	function besideTold({ what, after }: Shapes['BesideOut']): string {
		if (what === 'meant') return after ? 'said to be right' : 'to be looked at';
		if (what === 'flag') return after ? `flagged ${after}` : 'flag taken away';
		return after ? `${what}: “${after}”` : `${what} taken away`;
	}

	/** Enter a score for one standard: the line of the stack, with nothing for the others. A blank takes it away. */
	function putLevel(place: number, text: string): void {
		put(`${'/'.repeat(place + 1)}${text.trim() || '-'}`);
	}
</script>

{#snippet putBack(text: string, act: () => void)}
	<button class="link" onclick={act}>put back <span class="sr-only">{text || 'blank'}</span></button>
{/snippet}

<LensFrame
	label="Lens"
	heading={name}
	under="{column.name}, {column.points} points, {column.shown ? 'shown to' : 'hidden from'} families"
>
	{#if looked}
		<div inert={lens.isPlaceholderData}>{@render told(looked)}</div>
	{:else if lens.isError}<p class="problem" role="alert">{words(lens.error)}</p>
	{:else if lens.isPaused}<p class="slate unseen">The rest is told once the connection is back.</p>
	{:else}<p class="slate unseen">Looking…</p>{/if}
	{#if hasAliases}
		<p class="slate unseen">Comment, note and history are not shown where aliases stand for names.</p>
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
				<button aria-pressed={now === flag} onclick={() => beside('flag', now === flag ? '' : flag, now)}
					>{flag}</button
				>
			{/each}
		</div>
	{/if}
	{#if looked && !hasAliases}
		<h3>History</h3>
		<ul inert={lens.isPlaceholderData}>{@render became(looked)}</ul>
	{/if}
</LensFrame>

{#snippet told(data: Shapes['LensOut'])}
	<p class="score">
		<b class:none={!data.text}>{data.text || 'blank'}</b>
		<span class="slate"
			>{data.percent ? `${data.percent} % of ${column.points}` : `of ${column.points}`}<br
			/>{data.words}</span
		>
	</p>
	{#if data.slip}
		<div class="slip">
			<p><i class="diamond"></i> {data.slip}</p>
			{#if data.meant}<button class="btn small" onclick={() => put(data.meant!)}>Make it {data.meant}</button
				>{/if}
			<button class="btn quiet small" onclick={() => beside('meant', true)}>{data.text} is right</button>
		</div>
	{/if}
	{#if data.standards.length}
		<h3>By standard</h3>
		<table>
			<tbody>
				{#each data.standards as each, place (each.name)}
					<tr>
						<th scope="row">{each.name}</th>
						<td
							><input
								class="field level"
								aria-label="{each.name} here"
								value={each.text}
								disabled={cell.state === 'not_assigned'}
								onchange={(event) => putLevel(place, event.currentTarget.value)}
							/></td
						>
						<td
							>{#if each.level}<span class="slate">in all</span> <b>{each.level}</b>{/if}</td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	{/if}
	{#if data.effects.length}
		<h3>What it does to the grade</h3>
		<table>
			<tbody>
				{#each data.effects as effect, place (effect.words)}
					<tr
						><th scope="row"><i class="sign {signs[place]}" aria-hidden="true"></i>{effect.words}</th><td
							>{effect.percent ?? '—'}</td
						><td><b>{effect.mark ?? ''}</b></td></tr
					>
				{/each}
			</tbody>
		</table>
		{#if data.ruler.length}
			<div class="ruler" aria-hidden="true">
				{#each data.ruler as each, place (each.mark)}
					<span style:left="{each.place}%" style:width="{(data.ruler[place + 1]?.place ?? 100) - each.place}%"
						>{each.mark}</span
					>
				{/each}
				{#each data.effects as effect, place (effect.words)}
					{#if effect.place !== null}<i class="sign {signs[place]}" style:left="{effect.place}%"></i>{/if}
				{/each}
			</div>
		{/if}
		<p>
			{data.drop} <button class="link" onclick={onworking}>Working</button>
		</p>
	{/if}
{/snippet}

{#snippet became(data: Shapes['LensOut'])}
	{#each data.history as event, index (index)}
		<li>
			{#if event.after !== event.before || !(event.standards.length + event.beside.length)}
				<p>
					<b>{event.after || 'blank'}</b>
					{#if index > 0 && event.after !== event.before && event.after !== data.text}
						{@render putBack(event.after, () => put(event.after, 'put back'))}
					{/if}
				</p>
			{/if}
			{#if event.standards.length}<p>{event.standards.join(', ')}</p>{/if}
			{#each event.beside as each (each.what)}
				{@const { what, after } = each}
				<p>
					{besideTold(each)}
					{#if index > 0 && (what === 'comment' || what === 'note') && after !== (cell[what] ?? '')}
						{@render putBack(String(after), () => beside(what, after, cell[what], 'put back'))}
					{/if}
				</p>
			{/each}
			<p class="slate">{event.who}, {longDay(event.at)}, {event.at.slice(11, 16)}, {event.how}</p>
		</li>
	{:else}<li class="slate">Nothing was entered yet.</li>{/each}
{/snippet}

<style>
	.slate {
		color: var(--slate);
	}
	.unseen {
		margin-top: 12px;
	}
	[inert] {
		visibility: hidden;
	}
	.score {
		display: flex;
		align-items: center;
		gap: 12px;
		margin-top: 10px;
		font-size: 12px;
		line-height: 16px;
	}
	.score b {
		min-width: 84px;
		padding: 6px 10px;
		border: 2px solid var(--juniper);
		border-radius: 3px;
		background: var(--snow);
		font: 500 24px/28px var(--name);
		text-align: right;
	}
	.score .none {
		font-size: 15px;
		color: var(--slate);
	}
	.slip {
		margin-top: 12px;
		padding: 10px 12px;
		background: var(--amber-2);
		border-radius: 3px;
	}
	.slip p {
		margin-bottom: 8px;
	}
	table {
		width: 100%;
		margin: 4px 0;
	}
	th {
		font-weight: 400;
		text-align: left;
	}
	td {
		text-align: right;
	}
	td b {
		font-weight: 600;
	}
	td,
	th {
		padding-left: 8px;
	}
	th:first-child {
		padding-left: 0;
	}
	.sign {
		display: inline-block;
		width: 9px;
		height: 9px;
		margin-right: 8px;
		border: 1.5px solid var(--ink);
		border-radius: 50%;
	}
	.now {
		background: var(--ink);
	}
	.meant {
		border-color: var(--juniper);
		border-radius: 0;
		rotate: 45deg;
		scale: 0.85;
	}
	.ruler {
		position: relative;
		height: 34px;
		margin: 10px 0 4px;
	}
	.ruler::before {
		content: '';
		position: absolute;
		left: 0;
		right: 0;
		top: 7px;
		border-top: 1px solid var(--rule);
	}
	.ruler span {
		position: absolute;
		top: 1px;
		height: 13px;
		padding-top: 16px;
		border-left: 1px solid var(--rule);
		color: var(--slate);
		font-size: 12px;
		line-height: 16px;
		text-align: center;
		white-space: nowrap;
	}
	.ruler .sign {
		position: absolute;
		top: 3px;
		margin: 0 0 0 -4px;
	}
	.ruler .without {
		background: var(--birch);
	}
	.level {
		width: 76px;
		height: 26px;
		text-align: right;
	}
	.flags {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-top: 6px;
	}
	.flags button {
		padding: 2px 8px;
		border-radius: 3px;
		box-shadow: inset 0 0 0 1px var(--rule);
	}
	.flags [aria-pressed='true'] {
		background: var(--ice);
		box-shadow: inset 0 0 0 1px var(--juniper);
	}
	li {
		padding: 4px 0;
		font-size: 12px;
		line-height: 16px;
	}
	li p {
		display: flex;
		justify-content: space-between;
		gap: 8px;
	}
	li .link {
		flex: none;
	}
</style>
