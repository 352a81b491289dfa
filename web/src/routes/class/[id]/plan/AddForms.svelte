<script lang="ts">
	/** Adding categories and assignments: one line each, and ready for the next. */
	import { Refusal, words, type Shapes } from '$lib/api/client';
	import type { Editing } from '$lib/planning/editing';

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

	/** An assignment as it was typed; kept for asking again where 0 points are in question. */
	let asked: Shapes['AssignmentIn'] = {};

	function typedWork(): Shapes['AssignmentIn'] {
		return {
			name: work.name,
			category_id: chosen === 'none' ? null : Number(chosen),
			...(work.points || !usual ? { points: work.points } : {}),
			due_on: work.due || null,
			...(work.due ? {} : { term_id: plan.term_id })
		};
	}

	/** The form is ready for the next one at once; what is refused comes back, unless something was typed by then. */
	async function addWork(given: Shapes['AssignmentIn']): Promise<void> {
		asked = given;
		work.name = '';
		try {
			await editing.addAssignment(given);
			problem = null;
		} catch (error) {
			refuse('work', error, Boolean(work.name), given.name ?? '');
			work.name ||= given.name ?? '';
		}
	}

	async function addCategory(): Promise<void> {
		const given = { name: category.name, weight: category.weight || '0' };
		category = { name: '', weight: '' };
		try {
			await editing.addCategory(given);
			problem = null;
		} catch (error) {
			refuse('category', error, Boolean(category.name), given.name);
			if (!category.name) category = given;
		}
	}

	function refuse(form: string, error: unknown, isTypedOver: boolean, name: string): void {
		const text = isTypedOver ? `${name} was not added: ${words(error)}` : words(error);
		problem = { form, text, field: error instanceof Refusal ? error.field : null };
	}

	function add(event: SubmitEvent, adding: () => Promise<void>): void {
		event.preventDefault();
		(event.currentTarget as HTMLFormElement).querySelector('input')?.focus();
		void adding();
	}

	function isWrong(form: string, field: string): 'true' | undefined {
		return problem?.form === form && problem.field === field ? 'true' : undefined;
	}
</script>

<form class="add" aria-label="Add a category" onsubmit={(event) => add(event, addCategory)}>
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
	<form
		class="add"
		aria-label="Add an assignment"
		onsubmit={(event) => add(event, () => addWork(typedWork()))}
	>
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
					<button type="button" class="link" onclick={() => addWork({ ...asked, extra: true })}
						>It is extra credit</button
					>
					<button type="button" class="link" onclick={() => addWork({ ...asked, zero_meant: true })}
						>0 is meant</button
					>
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
