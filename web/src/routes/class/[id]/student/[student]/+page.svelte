<script lang="ts">
	/** All that a teacher has of one student in the class, for a conference; and what the family sees of it. */
	import Failed from '$lib/ui/Failed.svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { api, ask, words, type Shapes } from '$lib/api/client';
	import { shortDay } from '$lib/api/days';
	import FamilyClass from '$lib/family/FamilyClass.svelte';
	import Working from '$lib/working/Working.svelte';

	/** How many pixels a day takes under the scores, and how many there are. */
	const DAY = 50;
	let room = $state(700);
	const id = $derived(Number(page.params['id']));
	const student = $derived(Number(page.params['student']));
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const asFamily = $derived(page.url.searchParams.get('eyes') === 'family');
	const path = $derived({ class_id: id, student });
	const found = createQuery(() => ({
		queryKey: ['class', id, 'student', student, term],
		queryFn: () =>
			ask(api.GET('/api/classes/{class_id}/students/{student}', { params: { path, query: { term } } }))
	}));
	const family = createQuery(() => ({
		queryKey: ['class', id, 'family', student, term],
		queryFn: () =>
			ask(
				api.GET('/api/classes/{class_id}/students/{student}/family', { params: { path, query: { term } } })
			),
		enabled: asFamily
	}));

	const inWords = ({ percent }: Shapes['TrendOut']) => (percent === null ? 'missing' : `${percent} %`);

	function to(change: { student?: number; term?: number; eyes?: string }): string {
		const next = { student, term: found.data?.term_id, eyes: asFamily ? 'family' : '', ...change };
		return `/class/${id}/student/${next.student}?term=${next.term}${next.eyes ? `&eyes=${next.eyes}` : ''}`;
	}
</script>

{#if found.isPending}
	<p class="p-6 text-slate" role="status">Fetching what there is of this student…</p>
{:else if !found.data}
	<main class="p-6"><Failed error={found.error} retry={found.refetch} /></main>
{:else}
	{@const data = found.data}
	<main>
		<header>
			<div>
				<h2>{data.name} <small>{data.number}, alias {data.alias}</small></h2>
				<p class="eyes" role="group" aria-label="Whose eyes">
					<a href={to({ eyes: '' })} aria-current={asFamily ? undefined : 'page'}>for you</a>
					<a href={to({ eyes: 'family' })} aria-current={asFamily ? 'page' : undefined}
						>as the family sees it</a
					>
				</p>
			</div>
			<p class="ways">
				{#if data.before}<a class="link" href={to({ student: data.before })}>Student before</a>{/if}
				{#if data.after}<a class="link" href={to({ student: data.after })}>Student after</a>{/if}
				<a class="link" href="/class/{id}/scores?term={data.term_id}">Scores</a>
				<button class="btn quiet small" onclick={() => window.print()}>Print</button>
			</p>
		</header>
		{#if asFamily}
			{#if family.isPending}<p class="p-6 text-slate" role="status">Looking with the family’s eyes…</p>
			{:else if family.isError && !family.data}<p class="problem" role="alert">{words(family.error)}</p>
			{:else}<FamilyClass {student} shown={family.data} to={(chosen) => to({ term: chosen })} />{/if}
		{:else}
			<div class="columns">
				<section>
					<p class="grade">
						<b>{data.grade.mark ?? '—'}</b>
						<span
							>{data.grade.percent ? `${data.grade.percent} % in ` : 'No grade in '}{data.term.toLowerCase()}
							{#if data.grade.computed_percent !== data.grade.percent}<small
									>computed {data.grade.computed_percent} {data.grade.computed_mark}</small
								>{/if}</span
						>
					</p>
					{#if data.missing.length}
						<p class="missing"><b>Missing:</b> {data.missing.join(', ')}</p>
					{/if}
					{#if data.trend.length}
						<h3>Scores in percent, by due date</h3>
						<div class="trend">
							<p aria-hidden="true"><span>100</span><span>50</span><span>0</span></p>
							<div
								class="bars"
								bind:clientWidth={room}
								role="img"
								aria-label={data.trend.map((each) => `${each.name} ${inWords(each)}`).join(', ')}
							>
								{#each data.trend as each, place (place)}
									<span title="{each.name}: {inWords(each)}"
										><i class:missing={each.percent === null} style:height={each.percent && `${each.level}%`}
										></i>{#if each.due_on && place % Math.ceil((data.trend.length * DAY) / room) === 0}<small
												>{shortDay(each.due_on)}</small
											>{/if}</span
									>
								{/each}
							</div>
						</div>
					{/if}
					<h3>How the grade comes about</h3>
					<Working how={data.working} isWhole />
				</section>
				<aside aria-label="Terms and comments">
					<h3>Terms</h3>
					<ul>
						{#each data.terms as each (each.term_id)}
							<li>
								<a class="link" href={to({ term: each.term_id })}>{each.term}</a>
								<b>{each.grade.mark ?? '—'}</b>
								<span>{each.grade.percent ?? ''}</span>
								<small>{each.posted ? `posted ${each.posted}` : 'not posted'}</small>
								{#if each.comment}<p>{each.comment}</p>{/if}
							</li>
						{:else}<li>No grade in any term yet.</li>{/each}
					</ul>
					<h3>Beside the scores</h3>
					<ul class="notes">
						{#each data.notes as each, place (place)}
							<li>
								<b>{each.work}</b>
								{each.score}
								{each.flag}
								{#if each.comment}<p>{each.comment}</p>{/if}
								{#if each.note}<p class="private"><span>for yourself:</span> {each.note}</p>{/if}
							</li>
						{:else}<li>No comments, notes or flags.</li>{/each}
					</ul>
				</aside>
			</div>
		{/if}
	</main>
{/if}

<style>
	main {
		padding: 20px 24px 48px;
	}
	header {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		gap: 8px 24px;
		margin-bottom: 16px;
	}
	h2 {
		font-size: 24px;
		line-height: 28px;
	}
	small {
		color: var(--slate);
		font: 400 12px/16px var(--text);
	}
	.eyes {
		display: flex;
		gap: 16px;
		margin-top: 6px;
	}
	.eyes a {
		padding-bottom: 3px;
		color: var(--slate);
	}
	.eyes [aria-current] {
		color: var(--ink);
		font-weight: 600;
		box-shadow: inset 0 -2px 0 var(--juniper);
	}
	.ways {
		display: flex;
		flex-wrap: wrap;
		gap: 16px;
		align-items: center;
	}
	.columns {
		display: grid;
		grid-template-columns: minmax(0, 760px) minmax(240px, 396px);
		gap: 48px;
	}
	.grade {
		display: flex;
		gap: 20px;
		align-items: center;
		font-size: 18px;
		line-height: 26px;
	}
	.grade b {
		font: 550 34px/40px var(--name);
	}
	.grade small {
		display: block;
	}
	.missing {
		margin-top: 6px;
	}
	.missing b {
		color: var(--rowan);
	}
	h3 {
		margin: 20px 0 6px;
		font: 400 12px/16px var(--text);
		color: var(--slate);
	}
	.trend {
		display: flex;
		gap: 8px;
		height: 110px;
		margin: 12px 0 40px;
	}
	.trend p {
		display: flex;
		flex-direction: column;
		justify-content: space-between;
		margin: -8px 0;
		color: var(--slate);
		font-size: 12px;
		line-height: 16px;
		text-align: right;
	}
	.bars {
		display: flex;
		flex: 1;
		border-bottom: 1px solid var(--rule);
		background: linear-gradient(var(--hair) 1px, transparent 1px) 0 0 / 100% 25%;
	}
	.bars span {
		position: relative;
		display: flex;
		flex: 1;
		align-items: flex-end;
		justify-content: center;
		max-width: 64px;
	}
	.bars i {
		print-color-adjust: exact;
		width: min(14px, 75%);
		background: var(--deep-2);
	}
	.bars i.missing {
		height: 3px;
		background: var(--rowan);
	}
	.bars small {
		position: absolute;
		top: 100%;
		white-space: nowrap;
	}
	.bars span:first-child small {
		left: 0;
	}
	aside h3:first-child {
		margin-top: 0;
	}
	aside li {
		padding: 6px 0;
		border-top: 1px solid var(--hair);
	}
	aside ul:first-of-type li {
		display: grid;
		grid-template-columns: 1fr 30px 48px 110px;
		gap: 8px;
		align-items: baseline;
	}
	aside li p {
		grid-column: 1 / -1;
		color: var(--slate);
	}
	.private span {
		color: var(--amber-ink);
	}
	@media (max-width: 900px) {
		.columns {
			grid-template-columns: minmax(0, 1fr);
			gap: 16px;
		}
		main {
			padding: 16px;
		}
	}
	@media print {
		.ways,
		.eyes,
		.private {
			display: none;
		}
		main {
			padding: 12px 24px 0;
		}
	}
</style>
