<script lang="ts">
	/** A gradebook file over an empty class: what it holds, whom its names stand for, and then the class is what the file says. */
	import { thisClass } from '$lib/class/thisClass';
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { keyed } from '$lib/words/keys';
	import { counted } from '$lib/words/plurals';
	import { Opening } from './opening.svelte';

	const here = thisClass();
	const opening = new Opening(here);
	const found = $derived(opening.found);
	const nobody = $derived(found?.students.filter((each) => each.id === null) ?? []);
	const pick = (chosen: string) => (chosen === 'out' ? null : Number(chosen));
</script>

{#snippet pairs(
	title: string,
	rows: { name: string; id: number | null }[],
	choices: { id: number; name: string }[],
	choose: (name: string, id: number | null) => void
)}
	<ul aria-label={title}>
		{#each rows as each (each.name)}
			<li class="flex flex-wrap items-center gap-x-3 py-0.5">
				<span class="w-56 truncate" title={each.name}>{each.name}</span>
				<Select
					label="What {each.name} stands for"
					class="field h-7 w-56"
					value={each.id === null ? 'out' : String(each.id)}
					onchange={(chosen) => choose(each.name, pick(chosen))}
					choices={[['out', 'is left out'], ...choices.map(({ id, name }) => [id, name] as const)]}
				/>
			</li>
		{/each}
	</ul>
{/snippet}

<h2>An open gradebook file</h2>
<div class="max-w-160">
	{#if opening.isDone && found}
		<p class="text-lichen-ink" role="status">
			{opening.name} is opened: {counted(found.works, 'piece')} of work, {counted(found.scores, 'score')}. {keyed(
				'Ctrl Z'
			)} takes all of it back.
		</p>
		<p class="pt-2"><a class="link" href="/class/{here.id}/plan">See the plan</a></p>
	{:else}
		<p class="pb-3">
			A class that was saved as a gradebook file, here or elsewhere, becomes this class’s plan, scores and
			overrides. This class must have no plan of its own yet, and its students must be in it.
		</p>
		<FileChoose
			label="Choose a gradebook file"
			hint="JSON"
			accept=".json"
			onchoose={(file) => opening.read(file)}
		/>
	{/if}
	{#if opening.isBusy}<p class="pt-2 text-slate" role="status">Reading…</p>{/if}
	<p class="problem" role="alert">{opening.problem}</p>
	{#if found && !opening.isDone}
		<p role="status">
			<b class="font-semibold">{opening.name}</b>: {counted(found.categories, 'category', 'categories')}, {counted(
				found.works,
				'piece'
			)} of work, {counted(found.scores, 'score')}, {counted(found.overrides, 'override')}. Nothing is made
			yet.
		</p>
		{#if nobody.length}
			<section class="mt-3 border-l-3 border-amber bg-amber-2 px-3 py-2">
				<h3 class="text-large">{counted(nobody.length, 'student')} not found in this class</h3>
				{@render pairs('Students not found', nobody, found.roster, (name, id) =>
					opening.chooseStudent(name, id)
				)}
			</section>
		{/if}
		<div class="mt-3">
			<Fold title="Terms" words={found.terms.map((each) => each.name).join(', ')}>
				{@render pairs('Terms', found.terms, found.class_terms, (name, id) => opening.chooseTerm(name, id))}
			</Fold>
			<Fold title={counted(found.students.length - nobody.length, 'student')} words="found in this class">
				{@render pairs(
					'Students',
					found.students.filter((each) => each.id !== null),
					found.roster,
					(name, id) => opening.chooseStudent(name, id)
				)}
			</Fold>
		</div>
		{#each [['Not taken', found.left], ['Grades that would be others than in the file', found.unlike]] as const as [title, told] (title)}
			{#if told.length}
				<section class="mt-3 border-l-3 border-rowan bg-rowan-2 px-3 py-2">
					<h3 class="text-large">{title}</h3>
					<ul>
						{#each told as each, index (index)}<li>{each}</li>{/each}
					</ul>
				</section>
			{/if}
		{/each}
		{#if !found.unlike.length}<p class="pt-3">Every grade comes to what it is in the file.</p>{/if}
		<p class="mt-4 flex gap-3">
			<button class="btn" disabled={opening.isBusy} onclick={() => opening.open()}>Open it here</button>
			<button class="btn quiet" onclick={() => opening.forget()}>Put the file away</button>
		</p>
	{/if}
</div>
