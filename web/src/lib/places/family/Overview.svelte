<script lang="ts">
	/** A student's classes at a glance: what is missing and due first, then how each stands, and what is new. */
	import type { Shapes } from '$lib/api/client';
	import { longDay } from '$lib/words/days';
	import { t } from '$lib/words/language';

	let { family, to }: { family: Shapes['FamilyOut']; to: (id: number) => string } = $props();

	/** How much of what is to come is told here. */
	const NEXT = 8;
	type Piece = { of: Shapes['FamilyClassOut']; work: Shapes['WorkOut'] };
	const pieces = (name: 'missing' | 'to_come') =>
		family.classes
			.flatMap((each): Piece[] => each[name].map((work) => ({ of: each, work })))
			.toSorted((one, other) => (one.work.due_on ?? '9').localeCompare(other.work.due_on ?? '9'));
	const missing = $derived(pieces('missing'));
	const coming = $derived(pieces('to_come').filter(({ work }) => work.due_on));
	const news = $derived(family.news.filter(({ kind }) => kind !== 'missing'));
</script>

{#snippet list(works: Piece[], late: boolean)}
	<ul class="border-t border-rule">
		{#each works as { of, work } (`${of.id} ${work.id}`)}
			<li class="border-b border-hair">
				<a
					class="grid min-h-11 grid-cols-[92px_minmax(0,1fr)] items-baseline gap-x-2 py-2 max-md:grid-cols-[80px_minmax(0,1fr)]"
					href={to(of.id)}
				>
					<span class={late ? 'text-rowan' : 'text-slate'}>{work.due_on ? longDay(work.due_on) : ''}</span>
					<span class="wrap-anywhere"
						><b class="font-semibold">{work.name}</b> <span class="text-slate">{of.name}</span></span
					>
				</a>
			</li>
		{/each}
	</ul>
{/snippet}

<div
	class="grid grid-cols-[minmax(0,396px)_minmax(260px,1fr)] gap-x-14 gap-y-6 px-10 pb-12 max-md:grid-cols-1 max-md:px-4"
>
	{#if !family.reports_only}
		<div class="grid content-start gap-6">
			{#if missing.length}
				<section aria-label={$t('overview.missing')}>
					<h2 class="mb-2 text-rowan">{$t('overview.missing_count', { count: missing.length })}</h2>
					{@render list(missing, true)}
				</section>
			{/if}
			<section aria-label={$t('overview.next')}>
				<h2 class="mb-2">{$t('overview.next')}</h2>
				{#if coming.length}
					{@render list(coming.slice(0, NEXT), false)}
					{#if coming.length > NEXT}<p class="mt-2 text-slate">
							{$t('overview.later', { count: coming.length - NEXT })}
						</p>{/if}
				{:else}<p class="text-slate">{$t('overview.nothing_due')}</p>{/if}
			</section>
		</div>
	{/if}
	<div class="grid content-start gap-6">
		<section aria-label={$t('family.classes')}>
			<h2 class="mb-2">{$t('family.classes')}</h2>
			<ul class="border-t border-rule">
				{#each family.classes as each (each.id)}
					<li class="border-b border-hair">
						<a
							class="grid min-h-14 grid-cols-[64px_minmax(0,1fr)] items-center gap-x-3 py-2"
							href={to(each.id)}
						>
							<b
								class={[
									'font-name font-[550]',
									(each.mark?.length ?? 0) > 3 ? 'text-large' : 'text-title',
									!each.mark && 'text-slate'
								]}><bdi>{each.mark ?? '—'}</bdi></b
							>
							<span
								><b class="font-semibold">{each.name}</b>
								<span class="text-slate">{each.teachers.join(', ')}</span>
								<span class="block text-slate">{each.headline}</span></span
							>
						</a>
					</li>
				{/each}
			</ul>
		</section>
		{#if family.news_since}
			<section aria-label={$t('overview.new')}>
				<h2 class="mb-2">{$t('overview.since', { day: longDay(family.news_since) })}</h2>
				{#if news.length}
					<ul class="border-t border-rule">
						{#each news as each, place (place)}
							<li class="border-b border-hair py-2">
								<a class="block min-h-6 wrap-anywhere" href={to(each.class_id)}
									>{each.words} <span class="text-slate">{each.class_name}</span></a
								>
							</li>
						{/each}
					</ul>
				{:else}<p class="text-slate">{$t('overview.nothing_new')}</p>{/if}
			</section>
		{/if}
	</div>
</div>
