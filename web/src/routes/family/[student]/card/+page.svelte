<script lang="ts">
	/** A report card as a page: what was posted over subjects and terms, the same as on paper. */
	import Failed from '$lib/ui/Failed.svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { api, ask } from '$lib/api/client';

	const student = $derived(Number(page.params['student']));
	const term = $derived(Number(page.url.searchParams.get('term')));
	const card = createQuery(() => ({
		queryKey: ['family', student, 'card', term],
		queryFn: () =>
			ask(
				api.GET('/api/families/{student_id}/card', {
					params: { path: { student_id: student }, query: { term } }
				})
			)
	}));
</script>

<svelte:head><title>Report card, {card.data?.student ?? ''} · Hoarfrost</title></svelte:head>

{#if card.isPending}
	<p class="p-6 text-slate" role="status">Fetching the report card…</p>
{:else if !card.data}
	<main class="p-6"><Failed error={card.error} retry={card.refetch} /></main>
{:else}
	{@const data = card.data}
	<main>
		<header>
			<div>
				<h1>{data.student}</h1>
				<p>{data.number}. Report card, {data.term}, {data.year}</p>
			</div>
			<div class="school">
				<b>{data.school}</b>
				<p>{data.address}</p>
				<p>{data.day}</p>
			</div>
		</header>
		<p class="ways">
			<a class="link" href="/family/{student}?term={term}">Back to {data.term.toLowerCase()}</a>
			{#if data.subjects.length}<a class="link" href="/api/families/{student}/card.pdf?term={term}" download
					>Save as PDF</a
				>{/if}
		</p>
		{#if data.subjects.length}
			<div class="ledger">
				<table class="rows">
					<thead>
						<tr
							><th scope="col">Subject</th>{#each data.terms as name (name)}<th scope="col">{name}</th
								>{/each}</tr
						>
					</thead>
					<tbody>
						{#each data.subjects as subject, place (place)}
							<tr>
								<th scope="row">{subject.name}<span>{subject.teachers.join(', ')}</span></th>
								{#each subject.terms as each (each.term)}
									<td
										><b>{each.mark || '—'}</b>
										{each.percent}{#if each.effort}<span>effort {each.effort}</span>{/if}</td
									>
								{/each}
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
			{#each data.subjects as subject, place (place)}
				{#each subject.comments as each (each.term)}
					<section aria-label="{subject.name}, {each.term}">
						<h2>{subject.name} <span>{each.term}, {subject.teachers.join(', ')}</span></h2>
						{#if each.comment}<p>{each.comment}</p>{/if}
						{#each Object.entries(each.by_standard) as [name, text] (name)}<p><b>{name}</b> {text}</p>{/each}
						{#if each.narrative}<p class="letter">{each.narrative}</p>{/if}
					</section>
				{/each}
			{/each}
		{:else}
			<p>Nothing is posted for {data.term.toLowerCase()} yet. What is posted appears here.</p>
		{/if}
	</main>
{/if}

<style>
	main {
		max-width: 760px;
		padding: 24px 24px 64px;
		font-size: 15px;
		line-height: 23px;
	}
	header {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		align-items: end;
		gap: 8px 32px;
		padding-bottom: 8px;
		border-bottom: 2px solid var(--ink);
	}
	h1 {
		font-size: 34px;
		line-height: 40px;
		overflow-wrap: anywhere;
	}
	header p,
	span {
		color: var(--slate);
		font-size: 13px;
	}
	.school {
		text-align: right;
	}
	b {
		font-weight: 600;
	}
	.ways {
		display: flex;
		gap: 20px;
		padding: 8px 0 16px;
		font-size: 13px;
	}
	.ledger {
		overflow-x: auto;
	}
	tbody th {
		font-weight: 600;
	}
	th span,
	td span {
		display: block;
		font-weight: 400;
	}
	section {
		padding-top: 20px;
	}
	h2 span {
		font: 13px/18px var(--text);
	}
	section p {
		white-space: pre-line;
		overflow-wrap: anywhere;
	}
	.letter {
		margin-top: 12px;
		padding-left: 16px;
		border-left: 2px solid var(--hair);
	}
	@media print {
		.ways {
			display: none;
		}
	}
</style>
