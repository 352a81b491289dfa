<script lang="ts">
	/** What it would take, and a line for each piece of open work on which one tries a score: the core says what it would make. */
	import { createQuery, keepPreviousData } from '@tanstack/svelte-query';
	import { Debounced } from 'runed';
	import { SvelteMap } from 'svelte/reactivity';
	import { words } from '$lib/api/client';
	import { t } from '$lib/words/language';
	import * as fetched from '$lib/api/queries';
	import Slider from '$lib/ui/slider/Slider.svelte';

	let { of }: { of: fetched.SeenClass } = $props();

	/** The points tried so far, by work. */
	const points = new SvelteMap<number, string>();
	const takes = createQuery(() => fetched.whatIf(of));
	const asked = new Debounced(() => [...points].filter(([, each]) => each !== ''), 120);
	const tried = createQuery(() => ({
		...fetched.tried(of, asked.current),
		enabled: asked.current.length > 0,
		placeholderData: keepPreviousData
	}));
	const works = $derived(takes.data?.works ?? []);
</script>

{#if takes.isPending}
	<p class="text-slate" role="status">{$t('what.working')}</p>
{:else if !takes.data}
	<p class="problem" role="alert">{words(takes.error)}</p>
{:else}
	<p class="mb-2 min-h-6 text-large leading-5.75" role="status">
		{#if ![...points.values()].some(Boolean)}
			<span class="text-slate">{$t('what.move')}</span>
		{:else if tried.isError}
			<span class="text-rowan">{words(tried.error)}</span>
		{:else if tried.data}
			{$t('what.makes', { mark: tried.data.mark ?? $t('class.no_mark') })}{tried.data.percent
				? `, ${tried.data.percent} %`
				: ''}.
		{:else if asked.current.length}<span class="text-slate">{$t('moment')}</span>{/if}
	</p>
	<ul class="grid gap-3">
		{#each works as each (each.id)}
			{@const now = points.get(each.id)}
			<li class="border-t border-hair pt-2">
				<div class="flex items-baseline justify-between gap-3">
					<span><b class="font-semibold">{each.name}</b> <span class="text-slate">{each.words}</span></span>
					<label class="flex flex-none items-baseline gap-1.5">
						<span class="sr-only">{$t('what.points', { name: each.name })}</span>
						<input
							class="h-7 w-14 border border-rule text-end"
							inputmode="decimal"
							placeholder="—"
							value={now ?? ''}
							oninput={({ currentTarget }) => points.set(each.id, currentTarget.value.trim())}
						/>
						<span class="text-slate">{$t('work.of', { points: each.points })}</span>
					</label>
				</div>
				<Slider
					label={$t('what.try', { name: each.name })}
					max={Number(each.points)}
					value={Math.min(Number(now) || 0, Number(each.points))}
					words={now ? $t('what.of', { now, points: each.points }) : $t('what.nothing')}
					onchange={(next) => points.set(each.id, String(next))}
				/>
				{#if each.answers.length}
					<dl class="grid grid-cols-[auto_1fr] gap-x-3 text-small leading-4.5 text-slate">
						{#each each.answers as answer, place (place)}
							<dt>{takes.data.heads[place]}</dt>
							<dd>{answer}</dd>
						{/each}
					</dl>
				{/if}
			</li>
		{/each}
	</ul>
	{#if points.size}<button class="link mt-3" onclick={() => points.clear()}>{$t('what.as_it_is')}</button
		>{/if}
{/if}
