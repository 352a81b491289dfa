<script lang="ts">
	/** Some of a student's work, with score and comment as far as the family sees them. */
	import type { Shapes } from '$lib/api/client';
	import { t } from '$lib/words/language';
	import { longDay } from '$lib/words/days';

	let {
		student,
		title,
		works,
		isMissing
	}: { student: number; title: string; works: Shapes['WorkOut'][]; isMissing: boolean } = $props();
</script>

<h3
	class={[
		'mt-3.5 mb-1 font-text text-small leading-4 first-of-type:mt-0',
		isMissing ? 'font-semibold text-rowan' : 'font-normal text-slate'
	]}
>
	{title}
</h3>
<ul class="border-t border-rule">
	{#each works as each (each.id)}
		<li
			class="grid grid-cols-[76px_9px_minmax(0,1fr)_auto] gap-x-2 gap-y-0 border-b border-hair py-1.25"
			style="--c: {each.colour === null ? 'transparent' : `var(--color-hue-${each.colour})`}"
		>
			<span class="text-slate">{each.due_on ? longDay(each.due_on) : ''}</span>
			{#if isMissing}<i class="missing-bar" aria-hidden="true"></i>{:else}<i
					class="mt-1.25 size-2.25 rounded-[1px] bg-(color:--c) shadow-[inset_0_0_0_1px_var(--color-slate)]"
					title={each.category ?? $t('work.no_category')}
				></i>{/if}
			<span>
				{each.name}
				{#if each.words && !isMissing}<span class="small ms-1.5 text-small text-slate">{each.words}</span
					>{/if}
				{#if each.description}<span class="small ms-1.5 block text-small whitespace-pre-line text-slate"
						>{each.description}</span
					>{/if}
				{#if each.link || each.file}
					<span class="small ms-1.5 block text-small whitespace-pre-line">
						{#if each.link}<a class="link" href={each.link} target="_blank" rel="noopener noreferrer external"
								>{new URL(each.link).host}</a
							>{/if}
						{#if each.file}<a
								class="link"
								href="/api/v1/families/{student}/files/{each.id}"
								download={each.file}
								rel="external">{each.file}</a
							>{/if}
					</span>
				{/if}
				{#if each.criteria.length}
					<ul
						class="my-1 grid gap-0.5 text-small leading-4.5"
						aria-label={$t('work.criteria', { name: each.name })}
					>
						{#each each.criteria as criterion (criterion.name)}
							<li>
								{criterion.name}: <b class="font-semibold">{criterion.level ?? $t('work.nothing_chosen')}</b>
								<span class="text-slate"
									>{[criterion.points, criterion.wording].filter(Boolean).join('. ')}</span
								>
							</li>
						{/each}
					</ul>
				{/if}
				{#if each.comment}<span class="block text-slate">“{each.comment}”</span>{/if}
			</span>
			<span class="whitespace-nowrap">
				{#if each.score}<b
						class={[each.dropped ? 'font-normal' : 'font-semibold', each.dropped && 'line-through']}
						>{each.score}</b
					>
					<span class="text-slate">{each.points ? $t('work.of', { points: each.points }) : ''}</span>{/if}
			</span>
		</li>
	{/each}
</ul>
