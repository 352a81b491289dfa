<script lang="ts">
	/** All that a teacher has of one student in the class, for a conference; and what the family sees of it. */
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { words, type Shapes } from '$lib/api/client';
	import { shortDay } from '$lib/words/days';
	import FamilyClass from '$lib/class/family/FamilyClass.svelte';
	import Working from '$lib/class/working/Working.svelte';

	/** How many pixels a day takes under the scores, and how many there are. */
	const DAY = 50;
	let room = $state(700);
	const id = $derived(Number(page.params['id']));
	const student = $derived(Number(page.params['student']));
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const asFamily = $derived(page.url.searchParams.get('eyes') === 'family');
	const found = createQuery(() => fetched.student(id, student, term));
	const family = createQuery(() => ({ ...fetched.familyEyes(id, student, term), enabled: asFamily }));

	const inWords = ({ percent }: Shapes['TrendOut']) => (percent === null ? 'missing' : `${percent} %`);

	function to(change: { student?: number; term?: number; eyes?: string }): string {
		const next = { student, term: found.data?.term_id, eyes: asFamily ? 'family' : '', ...change };
		return `/class/${id}/student/${next.student}?term=${next.term}${next.eyes ? `&eyes=${next.eyes}` : ''}`;
	}
</script>

{#if found.isPending}
	<p class="p-6 text-slate" role="status">Fetching what there is of this student…</p>
{:else if !found.data}
	<main class="p-6 px-6 pt-5 pb-12 max-md:p-4 print:px-6 print:pt-3 print:pb-0">
		<Failed error={found.error} retry={found.refetch} />
	</main>
{:else}
	{@const data = found.data}
	<main class="px-6 pt-5 pb-12 max-md:p-4 print:px-6 print:pt-3 print:pb-0">
		<header class="mb-4 flex flex-wrap justify-between gap-x-6 gap-y-2">
			<div>
				<h2 class="text-title leading-7">
					{data.name}
					<small class="font-text text-small leading-4 font-normal text-slate"
						>{data.number}, alias {data.alias}</small
					>
				</h2>
				<p class="mt-1.5 flex gap-4 print:hidden" role="group" aria-label="Whose eyes">
					<a
						class="pb-0.75 text-slate [&[aria-current]]:font-semibold [&[aria-current]]:text-ink [&[aria-current]]:shadow-[inset_0_-2px_0_var(--color-juniper)]"
						href={to({ eyes: '' })}
						aria-current={asFamily ? undefined : 'page'}>for you</a
					>
					<a
						class="pb-0.75 text-slate [&[aria-current]]:font-semibold [&[aria-current]]:text-ink [&[aria-current]]:shadow-[inset_0_-2px_0_var(--color-juniper)]"
						href={to({ eyes: 'family' })}
						aria-current={asFamily ? 'page' : undefined}>as the family sees it</a
					>
				</p>
			</div>
			<p class="flex flex-wrap items-center gap-4 print:hidden">
				<a class="link" href="/class/{id}/families?term={data.term_id}&student={student}"
					>What the family sees, and why not</a
				>
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
			<div
				class="grid grid-cols-[minmax(0,760px)_minmax(240px,396px)] gap-12 max-md:grid-cols-1 max-md:gap-4"
			>
				<section>
					<p class="grade flex items-center gap-5 text-head leading-6.5">
						<b class="font-name text-display leading-10 font-[550]">{data.grade.mark ?? '—'}</b>
						<span
							>{data.grade.percent ? `${data.grade.percent} % in ` : 'No grade in '}{data.term.toLowerCase()}
							{#if data.grade.computed_percent !== data.grade.percent}<small
									class="block font-text text-small leading-4 font-normal text-slate"
									>computed {data.grade.computed_percent} {data.grade.computed_mark}</small
								>{/if}</span
						>
					</p>
					{#if data.missing.length}
						<p class="mt-1.5"><b class="text-rowan">Missing:</b> {data.missing.join(', ')}</p>
					{/if}
					{#if data.trend.length}
						<h3 class="mt-5 mb-1.5 font-text text-small leading-4 font-normal text-slate">
							Scores in percent, by due date
						</h3>
						<div class="mt-3 mb-10 flex h-27.5 gap-2">
							<p
								class="-my-2 flex flex-col justify-between text-right text-small leading-4 text-slate"
								aria-hidden="true"
							>
								<span>100</span><span>50</span><span>0</span>
							</p>
							<div
								class="flex flex-1 border-b border-rule [background:linear-gradient(var(--color-hair)_1px,transparent_1px)_0_0_/_100%_25%]"
								bind:clientWidth={room}
								role="img"
								aria-label={data.trend.map((each) => `${each.name} ${inWords(each)}`).join(', ')}
							>
								{#each data.trend as each, place (place)}
									<span
										class="group/span relative flex max-w-16 flex-1 items-end justify-center"
										title="{each.name}: {inWords(each)}"
										><i
											class={[
												'w-[min(14px,_75%)] [print-color-adjust:exact]',
												each.percent === null && 'mt-1.5 h-0.75',
												each.percent === null ? 'bg-rowan' : 'bg-deep-2'
											]}
											style:height={each.percent && `${each.level}%`}
										></i>{#if each.due_on && place % Math.ceil((data.trend.length * DAY) / room) === 0}<small
												class="absolute top-full font-text text-small leading-4 font-normal whitespace-nowrap text-slate group-first/span:left-0"
												>{shortDay(each.due_on)}</small
											>{/if}</span
									>
								{/each}
							</div>
						</div>
					{/if}
					<h3 class="mt-5 mb-1.5 font-text text-small leading-4 font-normal text-slate">
						How the grade comes about
					</h3>
					<Working how={data.working} isWhole />
				</section>
				<aside aria-label="Terms and comments">
					<h3 class="mb-1.5 font-text text-small leading-4 font-normal text-slate">Terms</h3>
					<ul class="group/ul">
						{#each data.terms as each (each.term_id)}
							<li
								class="border-t border-hair py-1.5 group-first-of-type/ul:grid group-first-of-type/ul:grid-cols-[1fr_30px_48px_110px] group-first-of-type/ul:items-baseline group-first-of-type/ul:gap-2"
							>
								<a class="link" href={to({ term: each.term_id })}>{each.term}</a>
								<b>{each.grade.mark ?? '—'}</b>
								<span>{each.grade.percent ?? ''}</span>
								<small class="font-text text-small leading-4 font-normal text-slate"
									>{each.posted ? `posted ${each.posted}` : 'not posted'}</small
								>
								{#if each.comment}<p class="col-span-full text-slate">{each.comment}</p>{/if}
							</li>
						{:else}<li
								class="border-t border-hair py-1.5 group-first-of-type/ul:grid group-first-of-type/ul:grid-cols-[1fr_30px_48px_110px] group-first-of-type/ul:items-baseline group-first-of-type/ul:gap-2"
							>
								No grade in any term yet.
							</li>{/each}
					</ul>
					<h3 class="mt-5 mb-1.5 font-text text-small leading-4 font-normal text-slate">Beside the scores</h3>
					<ul class="group/ul">
						{#each data.notes as each, place (place)}
							<li
								class="border-t border-hair py-1.5 group-first-of-type/ul:grid group-first-of-type/ul:grid-cols-[1fr_30px_48px_110px] group-first-of-type/ul:items-baseline group-first-of-type/ul:gap-2"
							>
								<b>{each.work}</b>
								{each.score}
								{each.flag}
								{#if each.comment}<p class="col-span-full text-slate">{each.comment}</p>{/if}
								{#if each.note}<p class="col-span-full text-slate print:hidden">
										<span class="text-amber-ink">for yourself:</span>
										{each.note}
									</p>{/if}
							</li>
						{:else}<li
								class="border-t border-hair py-1.5 group-first-of-type/ul:grid group-first-of-type/ul:grid-cols-[1fr_30px_48px_110px] group-first-of-type/ul:items-baseline group-first-of-type/ul:gap-2"
							>
								No comments, notes or flags.
							</li>{/each}
					</ul>
				</aside>
			</div>
		{/if}
	</main>
{/if}
