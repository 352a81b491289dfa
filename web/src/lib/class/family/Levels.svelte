<script lang="ts">
	/** A student's levels, and of each what stands behind it: its wording, work with what it says, and the terms before. */
	import type { Shapes } from '$lib/api/client';
	import { shortDay } from '$lib/words/days';
	import { t } from '$lib/words/language';

	let {
		levels,
		behind,
		label
	}: {
		levels: Shapes['LevelSeenOut'][];
		behind: Shapes['LevelBehindOut'][];
		label: string;
	} = $props();
	const of = (name: string) => behind.find((each) => each.name === name);
	const hasMore = (more: Shapes['LevelBehindOut'] | undefined) =>
		!!more && (!!more.wording || more.pieces.length + more.before.length > 0);
</script>

{#snippet line(name: string, mark: string, words: string)}
	{@const depth = of(name)?.depth ?? 0}
	<span
		class={['min-w-0 flex-1 wrap-anywhere', !depth && 'font-semibold']}
		style:padding-inline-start="{depth * 14}px"
		>{name}{#if words}<span class="ms-2 text-small font-normal text-slate">{words}</span>{/if}</span
	>
	<b class="flex-none font-semibold">{mark}</b>
{/snippet}

<ul class="mb-5 max-w-130" aria-label={label}>
	{#each levels as { name, mark } (name)}
		{@const more = of(name)}
		<li class="border-b border-hair">
			{#if hasMore(more)}
				<details class="group/level">
					<summary class="flex min-h-8 cursor-pointer list-none items-center gap-1.5 py-1">
						<span class="w-3 flex-none text-slate group-open/level:rotate-90" aria-hidden="true">▸</span>
						{@render line(
							name,
							mark,
							more!.pieces.length ? $t('class.pieces', { count: more!.pieces.length }) : ''
						)}
					</summary>
					<div class="ps-4 pb-3 text-body">
						{#if more!.wording}<p class="mb-2 text-slate">{more!.wording}</p>{/if}
						{@render list(
							$t('class.behind'),
							more!.pieces.map((each) => [each.due_on ? shortDay(each.due_on) : '', each.name, each.mark])
						)}
						{@render list(
							$t('class.before'),
							more!.before.map((each) => ['', each.term, each.mark])
						)}
					</div>
				</details>
			{:else}<div class="flex min-h-8 items-center gap-1.5 py-1 ps-4.5">
					{@render line(name, mark, '')}
				</div>{/if}
		</li>
	{/each}
</ul>

{#snippet list(title: string, lines: string[][])}
	{#if lines.length}
		<h3 class="text-small font-normal text-slate">{title}</h3>
		<ul class="mb-2 last:mb-0">
			{#each lines as [day, what, mark], place (place)}
				<li class="flex gap-3 py-0.5">
					{#if day}<span class="w-14 flex-none text-slate">{day}</span>{/if}
					<span class="min-w-0 flex-1 wrap-anywhere">{what}</span>
					<span class="flex-none">{mark}</span>
				</li>
			{/each}
		</ul>
	{/if}
{/snippet}
