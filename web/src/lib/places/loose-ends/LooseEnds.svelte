<script lang="ts">
	/** Loose ends: what is to be looked at before the term ends, over all classes, each mended where it stands. */
	import Check from '$lib/ui/check/Check.svelte';
	import { among } from '$lib/ui/check/among';
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import { longDay } from '$lib/words/days';
	import { keyed } from '$lib/words/keys';
	import { undo } from '$lib/app/undoing';
	import { want } from '$lib/app/wanted.svelte';
	import Problems from '$lib/app/saving/Problems.svelte';
	import type { Beside } from '$lib/app/saving/queue';
	import { only, saving } from '$lib/app/saving/saving.svelte';

	type End = Shapes['LooseEndOut'];

	const queries = useQueryClient();
	const ends = createQuery(() => fetched.looseEnds());
	const kinds: [string, string][] = [
		['blank', 'blank, past due'],
		['missing', 'missing'],
		['incomplete', 'incomplete'],
		['slip', 'with a slip'],
		['low', 'low and no comment'],
		['excused', 'a code for a score']
	];
	/** Codes are there for a reason, so they are looked at when one asks for them. */
	let shown = $state(['blank', 'missing', 'incomplete', 'slip', 'low']);
	let last = $state(0);

	const groups = $derived.by(() => {
		const found: { name: string; id: number; works: { name: string; due: string | null; ends: End[] }[] }[] =
			[];
		for (const end of ends.data ?? []) {
			if (!shown.includes(end.kind)) continue;
			let group = found.find((each) => each.id === end.class_id);
			if (!group) found.push((group = { name: end.class_name, id: end.class_id, works: [] }));
			let work = group.works.find((each) => each.ends[0]!.assignment_id === end.assignment_id);
			if (!work) group.works.push((work = { name: end.assignment, due: end.due_on, ends: [] }));
			work.ends.push(end);
		}
		return found;
	});
	const count = (kind: string): number => (ends.data ?? []).filter((each) => each.kind === kind).length;
	const placeOf = (end: End) => ({ classId: end.class_id, term: end.term_id });
	const key = (end: End): string => `${end.class_id} ${end.student_id} ${end.assignment_id}`;

	// What was mended leaves the list, or says what else there is.
	$effect(() => saving.onAnswer(() => void fetched.fetchAnew(queries, fetched.inLooseEnds)));

	function enter(end: End, text: string): void {
		if (text.trim() === end.text) return;
		last = end.class_id;
		void saving.enter(
			{
				classId: end.class_id, student: end.student_id, assignment: end.assignment_id, text: text.trim(),
				version: end.version
			},
			end.term_id
		); // prettier-ignore
	}

	/** Change one thing beside a score. */
	function beside(end: End, what: keyof Beside, value: string | boolean, was?: string): void {
		last = end.class_id;
		const place = { classId: end.class_id, student: end.student_id, assignment: end.assignment_id };
		void saving.enter({ ...place, version: end.version, ...only(what, value, was) }, end.term_id);
	}

	/** Enter and the arrows go along one column of fields, through all classes: what was typed is taken as one goes. */
	function along(event: KeyboardEvent): void {
		const by = event.key === 'ArrowUp' || (event.key === 'Enter' && event.shiftKey) ? -1 : 1;
		if (!['Enter', 'ArrowDown', 'ArrowUp'].includes(event.key)) return;
		const here = event.target as HTMLElement;
		const kind = here.dataset['field'];
		if (!kind) return;
		event.preventDefault();
		const fields = [
			...(event.currentTarget as HTMLElement).querySelectorAll<HTMLInputElement>(`[data-field=${kind}]`)
		];
		const next = fields[fields.indexOf(here as HTMLInputElement) + by];
		here.blur();
		next?.focus();
		next?.select();
	}

	function onkeydown(event: KeyboardEvent): void {
		const target = event.target as HTMLInputElement;
		if (!(event.ctrlKey || event.metaKey) || event.key !== 'z' || !last || target.value) return;
		event.preventDefault();
		void undo(last, queries, 'undo');
	}

	const named = (end: { student: number; assignment: number }): string => {
		const found = ends.data?.find(
			(each) => each.student_id === end.student && each.assignment_id === end.assignment
		);
		return found ? `${found.student}, ${found.short_name}` : 'A score';
	};
</script>

<svelte:window {onkeydown} />
<svelte:head><title>Loose ends · Hoarfrost</title></svelte:head>

<main class="px-6 pt-3 pb-16 max-md:px-4 max-md:pb-12">
	<h1 class="text-title leading-6 font-[650] tracking-[-0.02em]">Loose ends</h1>
	<p class="text-slate">
		What is to be looked at before the term ends, in all your classes. Type the score where it stands; Enter
		or ↓ goes to the next, {keyed('Ctrl Z')} takes the last one back.
	</p>
	{#if ends.isPending}<p class="text-slate" role="status">Looking through your classes…</p>
	{:else if !ends.data}<Failed error={ends.error} retry={ends.refetch} />
	{:else}
		<div
			class="my-3.5 flex flex-wrap gap-x-5 gap-y-1.5 py-2 [border-block:1px_solid_var(--color-hair)]"
			role="group"
			aria-label="What is shown"
		>
			{#each kinds as [kind, name] (kind)}
				<Check bind:checked={() => shown.includes(kind), (isOn) => (shown = among(shown, kind, isOn))}
					>{count(kind)} {name}</Check
				>
			{/each}
		</div>
		<Problems problems={saving.problems} name={named} />
		<!-- svelte-ignore a11y_no_static_element_interactions (its fields are what is used) -->
		<div onkeydown={along}>
			{#each groups as group (group.id)}
				<section aria-label={group.name}>
					<h2 class="mt-5 text-head leading-6">{group.name}</h2>
					{#each group.works as work (work.ends[0]!.assignment_id)}
						<h3 class="mt-2.5 mb-0.5 flex gap-3 text-body">
							<a
								class="font-semibold hover:underline"
								href="/class/{group.id}/scores?term={work.ends[0]!.term_id}"
								onclick={() => want(`column-${work.ends[0]!.assignment_id}`, placeOf(work.ends[0]!))}
								>{work.name}</a
							>
							<span class="text-slate">{work.due ? `due ${longDay(work.due)}` : ''}</span>
						</h3>
						<ul>
							{#each work.ends as end (key(end))}
								<li
									class="grid min-h-8.5 grid-cols-[200px_minmax(180px,300px)_96px_minmax(240px,1fr)] items-center gap-3 border-t border-hair py-0.5 max-md:grid-cols-[minmax(0,1fr)_96px] max-md:py-1.5"
								>
									<a
										class="who hover:underline"
										href="/class/{end.class_id}/scores?term={end.term_id}"
										onclick={() => want(`cell-${end.student_id}-${end.assignment_id}`, placeOf(end))}
										>{end.student}</a
									>
									<span
										class={[
											'max-md:col-span-full max-md:row-[2]',
											end.kind === 'missing' ? 'text-rowan' : 'text-slate'
										]}
										>{#if end.kind === 'slip'}<i class="diamond mr-1"></i>
										{/if}{end.words}</span
									>
									<input
										class="field h-7 text-right max-md:w-full max-md:min-w-0"
										data-field="score"
										aria-label="Score of {end.student}, {end.assignment}"
										placeholder="of {end.points}"
										value={end.text}
										onchange={(event) => enter(end, event.currentTarget.value)}
									/>
									{#if end.kind === 'low'}
										<input
											class="field wide h-7 text-left max-md:col-span-full max-md:w-full max-md:min-w-0"
											data-field="comment"
											aria-label="Comment for {end.student}, {end.assignment}"
											placeholder="Comment for the family"
											onchange={(event) => beside(end, 'comment', event.currentTarget.value)}
										/>
									{:else if end.kind === 'slip'}
										<span class="flex gap-3.5 max-md:col-span-full">
											{#if end.meant}<button class="link" onclick={() => enter(end, end.meant!)}
													>Make it {end.meant}</button
												>{/if}
											<button class="link" onclick={() => beside(end, 'meant', true)}
												>{end.text} is right</button
											>
										</span>
									{:else if end.kind === 'incomplete'}
										<span class="flex gap-3.5 max-md:col-span-full"
											><button class="link" onclick={() => beside(end, 'flag', '', end.flag)}
												>Take the flag away</button
											></span
										>
									{:else}<span></span>{/if}
								</li>
							{/each}
						</ul>
					{/each}
				</section>
			{:else}
				<p class="mt-6 text-large">
					{(ends.data ?? []).length ? 'Nothing of what you chose to see.' : 'Nothing is loose. All is in.'}
				</p>
			{/each}
		</div>
	{/if}
</main>
