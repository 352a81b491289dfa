<script lang="ts">
	/** Which standards work gives evidence of: found by code or words, in their tree, or by what one used last; or the class's own, as typed. */
	import { createQuery } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import { thisClass } from '$lib/class/thisClass';
	import Combobox from '$lib/ui/combobox/Combobox.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Tooltip from '$lib/ui/tooltip/Tooltip.svelte';
	import { fitting, inTree, isNew, usedLast } from './knownStandards';
	import type { OpenAssignment } from './openAssignment.svelte';
	import Reason from './Reason.svelte';

	let { open }: { open: OpenAssignment } = $props();
	const here = thisClass();
	const found = createQuery(() => fetched.knownStandards(here.id));
	const known = $derived(found.data ?? []);
	const chosen = $derived(open.standards.now);
	const points = $derived(open.standardPoints.now);
	let typed = $state('');
	/** What fits, and last what was typed itself, where the school has none of that name. */
	const offered = $derived.by(() => {
		const own = typed.trim();
		const fit = fitting(known, own).filter((each) => !chosen.includes(each.name));
		return [
			...fit.map((each) => ({
				id: each.name,
				name: each.name,
				words: [each.code, each.wording || each.subject].filter(Boolean).join(', ')
			})),
			...(own && isNew(known, own) && !chosen.includes(own)
				? [{ id: own, name: own, words: 'a standard of the class’s own' }]
				: [])
		];
	});
	const last = $derived(usedLast(known).filter((each) => !chosen.includes(each.name)));

	const add = (name: string) => open.standards.change((now) => [...now, name]);
	const setPoints = (name: string, text: string) =>
		open.standardPoints.change((now) => ({ ...now, [name]: text.trim() }));
	const takeAway = (name: string) => open.standards.change((now) => now.filter((each) => each !== name));
</script>

<Fold title="Standards" words={chosen.join(', ') || 'none'}>
	{#if chosen.length}
		<ul class="mb-2 flex flex-wrap gap-1.5" aria-label="Standards it gives evidence of">
			{#each chosen as name (name)}
				<li class="flex min-h-6 items-center gap-2 rounded bg-ice pl-2">
					{name}
					<label class="flex items-center gap-1 text-slate"
						>of <input
							class="h-6 w-16 rounded border border-rule bg-snow px-1 text-ink"
							aria-label="Points for {name}"
							inputmode="decimal"
							placeholder="levels"
							maxlength="10"
							value={points[name] ?? ''}
							onchange={({ currentTarget }) => setPoints(name, currentTarget.value)}
						/></label
					>
					<button class="min-h-6 min-w-6 text-slate hover:text-ink" onclick={() => takeAway(name)}
						>×<span class="sr-only"> take {name} away</span></button
					>
				</li>
			{/each}
		</ul>
	{/if}
	{#if chosen.length}
		<p class="mb-2 max-w-140 text-slate">
			Each is scored as a level, or out of points of its own: six questions of one, four of the other.
		</p>
	{/if}
	<div class="max-w-100">
		<Combobox
			label="Add a standard"
			placeholder="Code, name or words of it"
			found={offered}
			isLooking={found.isPending}
			bind:query={typed}
			onchoose={({ name }) => add(name)}
		/>
	</div>
	<Reason {open} field="standards" />
	<Reason {open} field="standard_points" />
	{#if last.length}
		<p class="mt-2 mb-3 flex flex-wrap items-center gap-1.5">
			<span class="text-slate">Used last:</span>
			{#each last as each (each.name)}
				<Tooltip words={each.wording}>
					{#snippet trigger({ props })}
						<button
							{...props}
							type="button"
							class="min-h-6 rounded border border-rule px-2 hover:border-juniper hover:text-juniper"
							onclick={() => add(each.name)}>{each.name}</button
						>
					{/snippet}
				</Tooltip>
			{/each}
		</p>
	{/if}
	{#if known.length}
		<Fold isLazy title="All of the school’s" words={String(known.length)}>
			<ul class="max-h-80 overflow-auto" aria-label="The school’s standards">
				{#each inTree(known) as { standard, depth } (standard.name)}
					<li
						class="flex min-h-7 items-baseline gap-2 border-b border-hair"
						style:padding-inline-start="{depth * 16}px"
					>
						{#if chosen.includes(standard.name)}<span class="font-semibold">{standard.name}</span>
						{:else}<button class="link min-h-6 text-left" onclick={() => add(standard.name)}
								>{standard.name}</button
							>{/if}
						<span class="min-w-0 flex-1 truncate text-slate" title={standard.wording || undefined}
							>{[standard.code, standard.wording].filter(Boolean).join(', ')}</span
						>
						{#if depth === 0}<span class="text-small text-slate">{standard.subject}</span>{/if}
					</li>
				{/each}
			</ul>
		</Fold>
	{/if}
</Fold>
