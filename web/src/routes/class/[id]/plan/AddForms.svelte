<script lang="ts">
	/** Adding categories and assignments: one line each, and ready for the next. */
	import { tick } from 'svelte';
	import { Refusal, words, type Shapes } from '$lib/api/client';
	import type { Editing } from './editing';

	let { plan, editing, onrepeat }: { plan: Shapes['PlanOut']; editing: Editing; onrepeat: () => void } =
		$props();

	let category = $state({ name: '', weight: '' });
	let work = $state({ name: '', category: '', points: '', due: '' });
	let problem = $state<{ form: string; text: string; field: string | null } | null>(null);
	let chosen = $derived(
		work.category || String((plan.categories.find((each) => each.is_default) ?? plan.categories[0])?.id ?? '')
	);

	/** The points that new work in the chosen category has unless something else is typed. */
	const usual = $derived(plan.categories.find((each) => String(each.id) === chosen)?.default_points ?? '');

	async function addWork(more: Shapes['AssignmentIn'] = {}): Promise<void> {
		await editing.addAssignment({
			name: work.name,
			category_id: chosen === 'none' ? null : Number(chosen),
			...(work.points || !usual ? { points: work.points } : {}),
			due_on: work.due || null,
			...(work.due ? {} : { term_id: plan.term_id }),
			...more
		});
		work = { ...work, name: '' };
	}

	/** Worth 0 points: it was said which of the two is meant. */
	async function meant(more: Shapes['AssignmentIn']): Promise<void> {
		try {
			await addWork(more);
			problem = null;
		} catch (error) {
			problem = { form: 'work', text: words(error), field: error instanceof Refusal ? error.field : null };
		}
	}

	async function add(form: 'category' | 'work', event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const first = (event.currentTarget as HTMLFormElement).querySelector('input');
		try {
			if (form === 'category') {
				await editing.addCategory({ name: category.name, weight: category.weight || '0' });
				category = { name: '', weight: '' };
			} else {
				await addWork();
			}
			problem = null;
			await tick();
			first?.focus();
		} catch (error) {
			problem = { form, text: words(error), field: error instanceof Refusal ? error.field : null };
		}
	}

	function isWrong(form: string, field: string): 'true' | undefined {
		return problem?.form === form && problem.field === field ? 'true' : undefined;
	}
</script>

<form class="add" aria-label="Add a category" onsubmit={(event) => add('category', event)}>
	<label class="wide">
		<span class="label">New category</span>
		<input class="field" bind:value={category.name} aria-invalid={isWrong('category', 'name')} />
	</label>
	<label>
		<span class="label">Weight</span>
		<input
			class="field"
			inputmode="decimal"
			bind:value={category.weight}
			aria-invalid={isWrong('category', 'weight')}
		/>
	</label>
	<button class="btn quiet">Add category</button>
	{#if problem?.form === 'category'}<p class="problem" role="alert">{problem.text}</p>{/if}
</form>
{#if plan.categories.length}
	<form class="add" aria-label="Add an assignment" onsubmit={(event) => add('work', event)}>
		<label class="wide">
			<span class="label">New assignment</span>
			<input class="field" bind:value={work.name} aria-invalid={isWrong('work', 'name')} />
		</label>
		<div class="pick">
			<label class="label" for="new-category">Category</label>
			<select id="new-category" class="field" bind:value={() => chosen, (value) => (work.category = value)}>
				{#each plan.categories as each (each.id)}<option value={String(each.id)}>{each.name}</option>{/each}
				<option value="none">in no category</option>
			</select>
		</div>
		<label>
			<span class="label">Points</span>
			<input
				class="field"
				inputmode="decimal"
				placeholder={usual}
				bind:value={work.points}
				aria-invalid={isWrong('work', 'points')}
			/>
		</label>
		<label>
			<span class="label">Due</span>
			<input class="field" type="date" bind:value={work.due} aria-invalid={isWrong('work', 'due_on')} />
		</label>
		<button class="btn quiet">Add assignment</button>
		<button type="button" class="link repeat" onclick={onrepeat}>or several that repeat</button>
		{#if problem?.form === 'work'}
			<p class="problem" role="alert">
				{problem.text}
				{#if problem.field === 'zero_points'}
					<button type="button" class="link" onclick={() => meant({ extra: true })}>It is extra credit</button
					>
					<button type="button" class="link" onclick={() => meant({ zero_meant: true })}>0 is meant</button>
				{/if}
			</p>
		{/if}
	</form>
{/if}

<style>
	.add {
		display: flex;
		flex-wrap: wrap;
		align-items: flex-end;
		gap: 8px;
		padding-bottom: 12px;
	}
	label {
		flex: 0 0 92px;
	}
	.pick {
		flex: 0 0 150px;
	}
	label:has([type='date']) {
		flex-basis: 136px;
	}
	.wide {
		flex: 1 1 180px;
	}
	.btn {
		flex: 0 0 132px;
		justify-content: center;
	}
	.repeat {
		flex: 0 0 100%;
		margin: -4px 0 -10px;
		font-size: 12px;
		text-align: right;
	}
	.problem {
		flex: 0 0 100%;
	}
</style>
