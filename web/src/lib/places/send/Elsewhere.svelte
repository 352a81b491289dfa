<script lang="ts">
	/** Scores that come from elsewhere: which tool puts them, into which assignments and categories, and what of them asks. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Select from '$lib/ui/select/Select.svelte';
	import { counted } from '$lib/words/plurals';
	import { FromElsewhere } from './elsewhere';

	const here = thisClass();
	const doing = new FromElsewhere(here);
	const found = createQuery(() => fetched.classTools(here.id));
	const plan = createQuery(() => fetched.plan(here.id, undefined));
	const categories = $derived([
		['', 'not in the grade'] as const,
		...(plan.data?.categories ?? []).map((each) => [String(each.id), each.name] as const)
	]);
	type Tool = Shapes['ClassToolOut'];

	function pair(tool: Tool, theirs: string, category: string): void {
		void notice.tried(
			doing.pair(tool.id, theirs, category ? Number(category) : null),
			({ placed, drafted }) =>
				drafted
					? `${counted(drafted, 'assignment')} placed in the draft of the plan: it waits there until you apply it.`
					: placed
						? `${counted(placed, 'assignment')} placed.`
						: 'Kept for what comes.'
		);
	}

	function answer(results: Shapes['ToolResultOut'][], take: boolean): void {
		const ids = results.map((each) => each.id);
		void notice.tried(
			doing.answer(ids, take),
			({ count }) => `${counted(count, 'result')} ${take ? 'taken' : 'left out'}.`
		);
	}
</script>

{#if found.data?.length}
	<section class="mt-6" aria-labelledby="elsewhere">
		<h2 class="border-b border-rule pb-1.5" id="elsewhere">Scores from elsewhere</h2>
		{#each found.data as tool (tool.id)}
			<h3 class="mt-2 font-text font-semibold">
				{tool.name}
				{#if tool.entry_address}<a class="link ml-2 font-normal" href={tool.entry_address} rel="external"
						>Enter scores there</a
					>{/if}
			</h3>
			{#if tool.asking.length}
				<div class="my-2 border-l-3 border-amber bg-amber-2 px-3 py-2">
					<p class="font-semibold">
						{counted(tool.asking.length, 'result')}
						{tool.asking.length === 1 ? 'asks' : 'ask'}: something of yours stands there.
					</p>
					<ul>
						{#each tool.asking as each (each.id)}
							<li class="flex flex-wrap gap-x-3">
								<span class="flex-1"
									>{each.student}, {each.work}: {each.has} here, {each.says} from {tool.name}</span
								>
								<button class="link min-h-6" onclick={() => answer([each], true)}
									>Take it<span class="sr-only">: {each.student}</span></button
								>
								<button class="link min-h-6" onclick={() => answer([each], false)}
									>Leave it<span class="sr-only">: {each.student}</span></button
								>
							</li>
						{/each}
					</ul>
					{#if tool.asking.length > 1}<p class="mt-1 flex gap-3">
							<button class="link min-h-6" onclick={() => answer(tool.asking, true)}>Take all</button>
							<button class="link min-h-6" onclick={() => answer(tool.asking, false)}>Leave all</button>
						</p>{/if}
				</div>
			{/if}
			<ul>
				{#each tool.columns as column (column.assignment_id)}
					<li class="flex flex-wrap items-baseline gap-x-4 border-b border-hair py-1.5">
						<a class="flex-1 hover:underline" href="/class/{here.id}/plan?open={column.assignment_id}"
							>{column.name}</a
						>
						<span class={column.category ? 'text-slate' : 'text-amber-ink'}
							>{column.category ?? 'not in the grade'}; {counted(column.results, 'result')}</span
						>
						{#if column.is_taken_over}<span class="text-slate">entered here</span>
						{:else}<button
								class="link min-h-6"
								onclick={() =>
									notice.tried(
										doing.takeOver(column.assignment_id),
										`${column.name} is entered here from now on.`
									)}>Take it over<span class="sr-only">: {column.name}</span></button
							>{/if}
					</li>
				{:else}<li class="py-1 text-slate">It has put nothing here yet.</li>{/each}
			</ul>
			{#each tool.categories as each (each.theirs)}
				<p class="flex items-center gap-3 py-1">
					<span class="text-slate">Its category “{each.theirs}” is</span>
					<Select
						label="Category of {each.theirs}"
						choices={categories}
						value={each.category_id ? String(each.category_id) : ''}
						onchange={(category) => pair(tool, each.theirs, category)}
						class="min-h-6"
					/>
				</p>
			{/each}
		{/each}
	</section>
{/if}
