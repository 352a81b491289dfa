<script lang="ts">
	/** How a grade comes about, step by step. */
	import type { Shapes } from '$lib/api/client';
	import { t } from '$lib/words/language';
	import LevelsWorking from './LevelsWorking.svelte';

	let {
		how,
		isWhole = false
	}: {
		how: Shapes['WorkingOut'];
		/** Whether every score is shown, rather than those of a category that one opens. */
		isWhole?: boolean;
	} = $props();
	const hasWeights = $derived(how.categories.some((each) => each.weight_in_effect !== null));
	let opened = $state<string | null>(null);
	/** What it is made of: terms, or standards. What was posted long ago says nothing of those. */
	const parts = $derived([...how.parts, ...(how.standards ?? [])]);
	/** Whether standards make it and none weighs anything: levels stand alone. */
	const isOfLevels = $derived(!!how.standards?.length && how.standards.every((each) => each.weight === '0'));
</script>

{#if isOfLevels}<LevelsWorking {how} />{:else}{@render made()}{/if}

{#snippet made()}
	{#if how.categories.some((each) => each.width)}
		<div class="mb-3.5 flex gap-0.5" aria-hidden="true">
			{#each how.categories.filter((each) => each.width) as each (each.name)}
				<div
					class="flex min-w-0 flex-col overflow-hidden whitespace-nowrap"
					style="flex: {each.width} 1 0; --c: var(--color-hue-{each.colour}); --ct: var(--color-hue-{each.colour}-2)"
				>
					<p
						class="relative mb-1 h-12 border-x border-t-3 border-b border-x-hair border-t-(color:--c) border-b-rule bg-snow"
					>
						<i
							class="absolute inset-x-0 bottom-0 border-t-[1.5px] border-(color:--c) bg-(color:--ct) [print-color-adjust:exact]"
							style="height: {each.height}%"
						></i>
					</p>
					<b class="overflow-hidden leading-4.5 font-semibold text-ellipsis">{each.name}</b><span
						class="overflow-hidden leading-4.5 font-normal text-ellipsis text-slate">{each.percent} %</span
					>
				</div>
			{/each}
		</div>
	{/if}
	<table class="w-full">
		<thead>
			<tr>
				<th class="border-b border-rule pb-1 text-end text-small font-normal text-slate" scope="col"
					><span class="sr-only"
						>{$t(
							how.parts.length
								? 'working.term'
								: how.standards?.length
									? 'working.standard'
									: 'working.category'
						)}</span
					></th
				>
				<th class="border-b border-rule pb-1 text-end text-small font-normal text-slate" scope="col"
					>{$t('working.result')}</th
				>
				{#if hasWeights || parts.length}<td
						class="border-b border-rule pb-1 text-end text-small font-normal whitespace-nowrap text-slate"
					></td><th class="border-b border-rule pb-1 text-end text-small font-normal text-slate" scope="col"
						>{$t('working.weight')}</th
					>{/if}
				<td class="border-b border-rule pb-1 text-end text-small font-normal whitespace-nowrap text-slate"
				></td>
				<th class="border-b border-rule pb-1 text-end text-small font-normal text-slate" scope="col"
					>{$t('working.adds')}</th
				>
			</tr>
		</thead>
		<tbody>
			{#each parts as part (part.name)}
				<tr>
					<th class="border-b border-hair py-1.75 text-start align-top leading-4.75 font-normal" scope="row"
						>{part.name}
						{#if part.mark}<span class="text-slate">{part.mark}</span>{/if}</th
					>
					<td class="border-b border-hair py-1.75 text-end align-top leading-4.75 whitespace-nowrap"
						>{part.percent === null ? $t('working.no_grade') : `${part.percent} %`}</td
					>
					<td
						class="w-6 border-b border-hair py-1.75 text-center align-top leading-4.75 whitespace-nowrap text-slate"
						>{part.adds === null ? '' : '×'}</td
					>
					<td class="border-b border-hair py-1.75 text-end align-top leading-4.75 whitespace-nowrap"
						>{part.weight_in_effect === null ? '' : `${part.weight_in_effect} %`}</td
					>
					<td
						class="w-6 border-b border-hair py-1.75 text-center align-top leading-4.75 whitespace-nowrap text-slate"
						>{part.adds === null ? '' : '='}</td
					>
					<td class="border-b border-hair py-1.75 text-end align-top leading-4.75 whitespace-nowrap"
						><b class="font-semibold">{part.adds ?? ''}</b></td
					>
				</tr>
			{/each}
			{#each how.categories as each (each.name)}
				<tr style="--c: var(--color-hue-{each.colour})">
					<th class="border-b border-hair py-1.75 text-start align-top leading-4.75 font-normal" scope="row">
						{#if isWhole}<b class="text-start font-semibold"
								><i
									class="me-2 inline-block size-2.25 rounded-[1px] bg-(color:--c) [print-color-adjust:exact]"
								></i>{each.name}</b
							>
						{:else}<button
								class="text-start font-semibold hover:underline"
								onclick={() => (opened = opened === each.name ? null : each.name)}
								aria-expanded={opened === each.name}
								><i
									class="me-2 inline-block size-2.25 rounded-[1px] bg-(color:--c) [print-color-adjust:exact]"
								></i>{each.name}</button
							>{/if}
						<span class="block ps-4.25 text-slate">{each.words}</span>
					</th>
					<td class="border-b border-hair py-1.75 text-end align-top leading-4.75 whitespace-nowrap"
						>{each.percent === null ? '' : `${each.percent} %`}</td
					>
					{#if hasWeights}
						<td
							class="w-6 border-b border-hair py-1.75 text-center align-top leading-4.75 whitespace-nowrap text-slate"
							>{each.weight_in_effect === null ? '' : '×'}</td
						>
						<td class="border-b border-hair py-1.75 text-end align-top leading-4.75 whitespace-nowrap"
							>{each.weight_in_effect === null ? '' : `${each.weight_in_effect} %`}</td
						>
					{/if}
					<td
						class="w-6 border-b border-hair py-1.75 text-center align-top leading-4.75 whitespace-nowrap text-slate"
						>{each.adds === null ? '' : '='}</td
					>
					<td class="border-b border-hair py-1.75 text-end align-top leading-4.75 whitespace-nowrap"
						><b class="font-semibold">{each.adds ?? ''}</b></td
					>
				</tr>
				{#if isWhole || opened === each.name}
					{#each each.lines as line (line.name)}{@render work(line)}{/each}
				{/if}
			{/each}
			{#if how.apart.length && how.method === 'weighted'}
				<tr
					><th
						scope="row"
						class="border-b border-hair py-1.75 text-start align-top leading-4.75 font-normal text-slate"
						colspan={hasWeights || parts.length ? 6 : 4}>{$t('working.apart')}</th
					></tr
				>
			{/if}
			{#each how.apart as line (line.name)}{@render work(line)}{/each}
			{#if how.sum !== null}
				<tr>
					<th
						class="border-y border-t-rule border-b-hair py-1.75 text-start align-top leading-4.75 font-semibold"
						scope="row">{how.term}</th
					>
					<td
						class="border-y border-t-rule border-b-hair py-1.75 text-end align-top leading-4.75 font-semibold whitespace-nowrap"
					></td>
					{#if hasWeights || parts.length}<td
							class="border-y border-t-rule border-b-hair py-1.75 text-end align-top leading-4.75 font-semibold whitespace-nowrap"
						></td><td
							class="border-y border-t-rule border-b-hair py-1.75 text-end align-top leading-4.75 font-semibold whitespace-nowrap"
							>100.00 %</td
						>{/if}
					<td
						class="border-y border-t-rule border-b-hair py-1.75 text-end align-top leading-4.75 font-semibold whitespace-nowrap"
					></td>
					<td
						class="border-y border-t-rule border-b-hair py-1.75 text-end align-top leading-4.75 font-semibold whitespace-nowrap"
						><b class="font-semibold">{how.sum}</b></td
					>
				</tr>
			{/if}
			{#each how.steps as step (step.words)}
				<tr
					><th
						class="border-b border-hair py-1.75 text-start align-top leading-4.75 font-normal text-slate"
						scope="row"
						colspan={hasWeights || parts.length ? 5 : 3}
						>{step.words}{step.reason ? `: ${step.reason}` : ''}</th
					><td class="border-b border-hair py-1.75 text-end align-top leading-4.75 whitespace-nowrap"
						><b class="font-semibold">{step.value}</b></td
					></tr
				>
			{/each}
		</tbody>
	</table>
	{#if how.note}<p class="mt-2 text-slate">{how.note}</p>{/if}
	{#if how.exact && how.exact.includes('/')}
		<p class="mt-2 text-slate">
			{$t('working.exactly', { percent: how.exact })}
		</p>
	{/if}
{/snippet}

{#snippet work(line: Shapes['LineOut'])}
	<tr class="work">
		<th
			class="border-b border-hair py-1 ps-4.25 text-start align-top leading-4.75 font-normal"
			scope="row"
			colspan={hasWeights || parts.length ? 5 : 3}
		>
			<span class={[line.dropped && 'line-through']}>{line.name}</span>
			<span class="text-slate"
				>{line.words}{line.score && !line.words.startsWith(line.score)
					? ` (${$t('working.entered', { score: line.score })})`
					: ''}</span
			>
		</th>
		<td class="border-b border-hair py-1 text-end align-top leading-4.75 whitespace-nowrap"
			>{line.adds ?? ''}</td
		>
	</tr>
{/snippet}
