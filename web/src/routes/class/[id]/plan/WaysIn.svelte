<script lang="ts">
	/** Ways into an empty class: categories as text, or the plan of another of one's classes. */
	import { createQuery } from '@tanstack/svelte-query';
	import { api, ask, words } from '$lib/api/client';
	import type { Editing } from './editing';

	let { classId, editing }: { classId: number; editing: Editing } = $props();
	let text = $state('');
	let source = $state('');
	let withAssignments = $state(true);
	let problem = $state('');
	const sources = createQuery(() => ({
		queryKey: ['class', classId, 'sources'],
		queryFn: () =>
			ask(api.GET('/api/classes/{class_id}/plan/sources', { params: { path: { class_id: classId } } }))
	}));

	async function tried(event: SubmitEvent, work: () => Promise<void>): Promise<void> {
		event.preventDefault();
		try {
			await work();
		} catch (error) {
			problem = words(error);
		}
	}
</script>

<section class="ways" aria-labelledby="empty">
	<h3 id="empty">Nothing makes the grade yet</h3>
	<p>
		Begin with the categories: what kinds of work there are, and how much each weighs. Assignments are put in
		them afterwards.
	</p>
	<div>
		<form onsubmit={(event) => tried(event, () => editing.beginFromText(text))}>
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
		{#if sources.data?.length}
			<form onsubmit={(event) => tried(event, () => editing.takeOver(Number(source), withAssignments))}>
				<label>
					<span class="label">Or take over the plan of</span>
					<select class="field" bind:value={source} required>
						<option value="" disabled>one of your classes</option>
						{#each sources.data as each (each.id)}<option value={String(each.id)}>{each.name}</option>{/each}
					</select>
				</label>
				<label class="tick"
					><input type="checkbox" bind:checked={withAssignments} /> with its assignments, open and without scores</label
				>
				<button class="btn quiet" disabled={!source}>Take it over</button>
			</form>
		{/if}
	</div>
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
	.ways > div {
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
		.ways > div {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
