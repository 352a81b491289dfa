<script lang="ts">
	/** A report card as a page: what was posted over subjects and terms, the same as on paper. */
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { download } from '$lib/ui/download';
	import { t } from '$lib/words/language';
	import { notice } from '$lib/app/notice.svelte';
	import { sayRead } from './keeping';
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';

	const student = $derived(Number(page.params['student']));
	const term = $derived(Number(page.url.searchParams.get('term')));
	const card = createQuery(() => fetched.card(student, term));
	const family = createQuery(() => fetched.family(student, undefined));

	const file = createQuery(() => fetched.cardFile(student, term));

	/** Save the card as a file under the name that it says. */
	const save = (name: string) =>
		notice.tried(file.refetch({ throwOnError: true }).then(({ data }) => data && download(data, name)));
	const read = () => notice.tried(sayRead(student, term).then(() => family.refetch()));
</script>

<svelte:head><title>{$t('card.title')}, {card.data?.student ?? ''} · Hoarfrost</title></svelte:head>

{#if card.isPending}
	<p class="p-6 text-slate" role="status">{$t('card.fetching')}</p>
{:else if !card.data}
	<main class="max-w-190 p-6 px-6 pt-6 pb-16 text-large leading-5.75">
		<Failed error={card.error} retry={card.refetch} />
	</main>
{:else}
	{@const data = card.data}
	<main class="max-w-190 px-6 pt-6 pb-16 text-large leading-5.75">
		<header class="flex flex-wrap items-end justify-between gap-x-8 gap-y-2 border-b-2 border-ink pb-2">
			<div>
				<h1 class="text-display leading-10 wrap-anywhere">{data.student}</h1>
				<p class="text-body text-slate">
					{$t('card.line', { number: data.number, term: data.term, year: data.year })}
				</p>
			</div>
			<div class="text-end max-md:text-start">
				{#if data.logo}<img class="ms-auto mb-1 max-h-16 max-w-40 max-md:ms-0" src={data.logo} alt="" />{/if}
				<b class="font-semibold">{data.school}</b>
				<p class="text-body text-slate">{data.address}</p>
				<p class="text-body text-slate">{data.day}</p>
			</div>
		</header>
		<p class="flex gap-5 pt-2 pb-4 text-body print:hidden">
			<a class="link" href="/family/{student}?term={term}"
				>{$t('card.back', { term: data.term.toLowerCase() })}</a
			>
			{#if data.subjects.length}
				<button
					class="link aria-disabled:text-slate"
					aria-disabled={file.isFetching}
					onclick={() => void (file.isFetching || save(`${data.student}, ${data.term}.pdf`))}
					>{$t(file.isFetching ? 'card.making' : 'card.save')}</button
				>
				<span class="sr-only" role="status">{file.isFetching ? $t('card.making') : ''}</span>
			{/if}
		</p>
		{#if data.subjects.length && family.data?.asks_to_read}
			<p class="mb-4 text-body print:hidden" role="status">
				{#if family.data.read.includes(term)}{$t('card.has_read')}
				{:else}<button class="btn" onclick={read}>{$t('card.read')}</button>
					<span class="text-slate">{$t('card.asked')}</span>{/if}
			</p>
		{/if}
		{#if data.subjects.length}
			<div class="overflow-x-auto">
				<table class="rows">
					<thead>
						<tr
							><th scope="col">{$t('card.subject')}</th>{#each data.terms as name (name)}<th scope="col"
									>{name}</th
								>{/each}</tr
						>
					</thead>
					<tbody>
						{#each data.subjects as subject, place (place)}
							<tr>
								<th class="font-semibold" scope="row"
									>{subject.name}<span class="block text-body font-normal text-slate"
										>{subject.teachers.join(', ')}</span
									></th
								>
								{#each subject.terms as each (each.term)}
									<td
										><b class="font-semibold">{each.mark || '—'}</b>
										{each.percent}{#if each.effort}<span class="block text-body font-normal text-slate"
												>{$t('class.effort', { effort: each.effort })}</span
											>{/if}</td
									>
								{/each}
							</tr>
							{#each subject.levels as level (level.name)}
								<tr>
									<th class="ps-5 font-normal" scope="row">{level.name}</th>
									{#each level.marks as mark, nth (nth)}<td>{mark || '—'}</td>{/each}
								</tr>
							{/each}
							{#each subject.levels.length ? subject.scales : [] as { standards, levels }, nth (nth)}
								<tr
									><td class="ps-5 text-slate" colspan={data.terms.length + 1}
										>{$t(standards.length ? 'card.scaleOf' : 'card.scale', {
											standards: standards.join(', '),
											levels: levels.join(', ')
										})}</td
									></tr
								>
							{/each}
						{/each}
					</tbody>
				</table>
			</div>
			{#each data.subjects as subject, place (place)}
				{#each subject.comments as each (each.term)}
					<section class="pt-5" aria-label="{subject.name}, {each.term}">
						<h2>
							{subject.name}
							<span class="font-text text-body leading-4.5 font-normal text-slate"
								>{each.term}, {subject.teachers.join(', ')}</span
							>
						</h2>
						{#if each.comment}<p class="wrap-anywhere whitespace-pre-line">{each.comment}</p>{/if}
						{#each Object.entries(each.by_standard) as [name, text] (name)}<p
								class="wrap-anywhere whitespace-pre-line"
							>
								<b class="font-semibold">{name}</b>
								{text}
							</p>{/each}
						{#if each.narrative}<p class="mt-3 border-s-2 border-hair ps-4 wrap-anywhere whitespace-pre-line">
								{each.narrative}
							</p>{/if}
					</section>
				{/each}
			{/each}
		{:else}
			<p>{$t('card.nothing', { term: data.term.toLowerCase() })}</p>
		{/if}
	</main>
{/if}
