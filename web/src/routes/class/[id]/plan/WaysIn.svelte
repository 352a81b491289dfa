<script lang="ts">
	/** Ways into an empty class: categories as text, a plan of one's own, another class's plan, or a pattern. */
	import { createQuery } from '@tanstack/svelte-query';
	import { api, ask, words } from '$lib/api/client';
	import type { Editing } from '$lib/planning/editing';

	let {
		classId,
		editing,
		onmade
	}: {
		classId: number;
		editing: Editing;
		/** There are categories now. */
		onmade: () => void;
	} = $props();
	let text = $state('');
	let source = $state('');
	let withAssignments = $state(true);
	let problem = $state('');
	const ways = createQuery(() => ({
		queryKey: ['class', classId, 'ways'],
		queryFn: () =>
			ask(api.GET('/api/classes/{class_id}/plan/ways', { params: { path: { class_id: classId } } }))
	}));
	const hasPlans = $derived(Boolean(ways.data?.classes.length || ways.data?.kept.length));

	async function tried(work: () => Promise<void>, event?: SubmitEvent): Promise<void> {
		event?.preventDefault();
		try {
			await work();
			onmade();
		} catch (error) {
			problem = words(error);
		}
	}

	function takeOver(): Promise<void> {
		const [kind, id] = source.split(' ');
		return editing.begin({ [kind!]: Number(id), with_assignments: withAssignments });
	}
</script>

<section class="ways" aria-labelledby="empty">
	<h3 id="empty">Nothing makes the grade yet</h3>
	<p>
		Begin with the categories: what kinds of work there are, and how much each weighs. Assignments are put in
		them afterwards.
	</p>
	<div class="two">
		<form onsubmit={(event) => tried(() => editing.beginFromText(text), event)}>
			<label>
				<span class="label">Type or paste the categories with their weights</span>
				<textarea
					class="field"
					rows="3"
					placeholder="Fieldwork 40, Map tests 35, Notebooks 25"
					bind:value={text}
					aria-invalid={problem ? 'true' : undefined}
					aria-describedby="way-problem"></textarea>
			</label>
			<button class="btn" disabled={!text.trim()}>Make these categories</button>
		</form>
		<form onsubmit={(event) => tried(takeOver, event)}>
			<label>
				<span class="label">Or take over a plan</span>
				<select class="field" bind:value={source} required disabled={!hasPlans}>
					<option value="" disabled
						>{hasPlans ? 'one that you have' : 'no other class has one, and none is kept'}</option
					>
					{#if ways.data?.kept.length}
						<optgroup label="Kept from before">
							{#each ways.data.kept as each (each.id)}<option value="kept {each.id}">{each.name}</option
								>{/each}
						</optgroup>
					{/if}
					{#if ways.data?.classes.length}
						<optgroup label="Of another class">
							{#each ways.data.classes as each (each.id)}<option value="source {each.id}">{each.name}</option
								>{/each}
						</optgroup>
					{/if}
				</select>
			</label>
			<label class="tick"
				><input type="checkbox" bind:checked={withAssignments} /> with its assignments, open and without scores;
				of another year, moved by whole weeks</label
			>
			<button class="btn quiet" disabled={!source}>Take it over</button>
		</form>
	</div>
	<h4>Or begin with a pattern, and change it</h4>
	<ul>
		{#each ways.data?.patterns ?? [] as each (each.name)}
			<li>
				<button class="link" onclick={() => tried(() => editing.begin({ pattern: each.name }))}
					>{each.name}</button
				>
				<span>{each.words} <em>{each.categories}</em></span>
			</li>
		{/each}
	</ul>
	<p class="problem" id="way-problem" role="alert">{problem}</p>
</section>

<style>
	.ways {
		margin: 0 24px;
		padding: 20px 24px;
		border: 1px dashed var(--rule);
		border-radius: 3px;
		background: var(--snow);
	}
	p {
		max-width: 640px;
		margin-top: 4px;
		font-size: 15px;
		line-height: 23px;
		color: var(--slate);
	}
	.two {
		display: grid;
		grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
		gap: 32px;
		margin-top: 14px;
	}
	form {
		display: flex;
		flex-direction: column;
		align-items: flex-start;
		gap: 10px;
	}
	form > label {
		align-self: stretch;
	}
	textarea.field {
		height: auto;
		padding: 8px;
		font-size: 15px;
		line-height: 22px;
	}
	.tick {
		display: flex;
		gap: 8px;
	}
	h4 {
		margin-top: 18px;
		padding-bottom: 5px;
		border-bottom: 1px solid var(--rule);
		font-size: 12px;
		line-height: 16px;
		color: var(--slate);
	}
	li {
		display: grid;
		grid-template-columns: 190px minmax(0, 1fr);
		gap: 16px;
		padding: 6px 0;
		border-bottom: 1px solid var(--hair);
	}
	li button {
		justify-self: start;
	}
	em {
		font-style: normal;
		color: var(--slate);
	}
	.problem {
		color: var(--rowan);
		font-size: 13px;
		line-height: 18px;
		min-height: 18px;
	}
	@media (max-width: 800px) {
		.ways {
			margin: 0 16px;
			padding: 16px;
		}
		.two,
		li {
			grid-template-columns: minmax(0, 1fr);
			gap: 12px;
		}
		li {
			gap: 2px;
		}
	}
</style>
