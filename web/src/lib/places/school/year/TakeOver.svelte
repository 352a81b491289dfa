<script lang="ts">
	/** Classes taken over from another year, with who teaches them, and with plans and students if wanted: names are proposed as students move up. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { notice } from '$lib/app/notice.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping } from '../keeping';
	import type { SchoolYear } from '../setting';

	let { year }: { year: SchoolYear } = $props();
	const keeping = thisKeeping();
	const others = $derived(year.years.filter((each) => each.id !== year.year_id));
	// It is made anew for another year.
	// svelte-ignore state_referenced_locally
	let source = $state(String(others.at(-1)?.id ?? ''));
	let isOpen = $state(false);
	const proposed = createQuery(() => ({
		...fetched.takenOver(keeping.school_id, year.year_id, Number(source)),
		enabled: isOpen && source !== ''
	}));
	/** What was changed of what is proposed, by class. */
	let said = $state<
		Record<number, { name?: string; section?: string; isOn?: boolean; plan?: boolean; students?: boolean }>
	>({});
	const rows = $derived(
		(proposed.data ?? []).map((each) => {
			const own = said[each.source] ?? {};
			return {
				source: each.source,
				was: each.was,
				name: own.name ?? each.name,
				section: own.section ?? each.section,
				isOn: own.isOn ?? true,
				with_plan: own.plan ?? true,
				with_students: own.students ?? true
			};
		})
	);
	const chosen = $derived(rows.filter((each) => each.isOn));

	function say(source: number, change: (typeof said)[number]): void {
		said[source] = { ...said[source], ...change };
	}

	async function take(): Promise<void> {
		await notice.tried(
			keeping.takeOver(
				year.year_id,
				chosen.map(({ source, name, section, with_plan, with_students }) => ({
					source,
					name,
					section,
					with_plan,
					with_students
				}))
			),
			({ count }) => {
				isOpen = false;
				return `${counted(count, 'class', 'classes')} taken over into ${year.year}.`;
			}
		);
	}
</script>

{#if others.length}
	<section class="grid gap-2" aria-labelledby="taking-over">
		<h2 id="taking-over">Classes from another year</h2>
		{#if !isOpen}
			<p class="text-slate">
				A class comes with its teachers and, if wanted, its plan and its students; names move up by one.
				Scores, grades and comments stay where they were made.
			</p>
			<p><button class="btn quiet" onclick={() => (isOpen = true)}>Take classes over</button></p>
		{:else}
			<label class="w-48"
				><span class="label">From</span><Select
					bind:value={source}
					choices={others.map(({ id, name }) => [id, name] as const)}
				/></label
			>
			<table class="rows max-w-240">
				<thead
					><tr
						><th scope="col">There</th><th scope="col">Here</th><th scope="col">Section</th><th scope="col"
							>With plan</th
						><th scope="col">With students</th></tr
					></thead
				>
				<tbody>
					{#each rows as each (each.source)}
						<tr>
							<th scope="row"
								><Check checked={each.isOn} onchange={(isOn) => say(each.source, { isOn })}>{each.was}</Check
								></th
							>
							<td
								><input
									class="field"
									aria-label="Name of {each.was} here"
									value={each.name}
									onchange={(event) => say(each.source, { name: event.currentTarget.value })}
								/></td
							>
							<td
								><input
									class="field w-20"
									aria-label="Section of {each.was} here"
									value={each.section}
									onchange={(event) => say(each.source, { section: event.currentTarget.value })}
								/></td
							>
							<td
								><Check
									label="{each.was} with plan"
									checked={each.with_plan}
									onchange={(plan) => say(each.source, { plan })}
								/></td
							>
							<td
								><Check
									label="{each.was} with students"
									checked={each.with_students}
									onchange={(students) => say(each.source, { students })}
								/></td
							>
						</tr>
					{:else}<tr
							><td colspan="5" class="text-slate"
								>{proposed.isPending ? 'Looking at that year…' : 'There is no class in that year.'}</td
							></tr
						>{/each}
				</tbody>
			</table>
			<p class="flex gap-2">
				<button class="btn" disabled={!chosen.length} onclick={take}
					>Take over {counted(chosen.length, 'class', 'classes')}</button
				>
				<button class="btn quiet" onclick={() => (isOpen = false)}>Leave it</button>
			</p>
		{/if}
	</section>
{/if}
