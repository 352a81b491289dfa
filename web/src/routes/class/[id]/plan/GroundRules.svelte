<script lang="ts">
	/** The ground rules as sentences whose choices open in place, each with what it makes of a student's grade. */
	import { tick } from 'svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, ask, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import type { Editing } from '$lib/planning/editing';

	let { classId, plan, editing }: { classId: number; plan: Shapes['PlanOut']; editing: Editing } = $props();

	let opened = $state<string | null>(null);
	const rules = $derived(Object.fromEntries(plan.rules.map((rule) => [rule.field, rule])));
	const choices = createQuery(() => ({
		queryKey: ['class', classId, 'rule', opened, plan.term_id],
		queryFn: () =>
			ask(
				api.GET('/api/classes/{class_id}/rules/{field}', {
					params: { path: { class_id: classId, field: opened! }, query: { term: plan.term_id } }
				})
			),
		enabled: opened !== null
	}));

	async function toggle(field: string): Promise<void> {
		opened = opened === field ? null : field;
		await tick();
	}

	/** What a term may set for itself. */
	const ofTerm = ['method', 'blank', 'drop_overall', 'drop_choice', 'rounding', 'cap', 'decimals'];
	let forTerm = $state(false);

	async function choose(field: string, value: string): Promise<void> {
		const isTerms = ofTerm.includes(field) && (forTerm || rules[field]?.is_own);
		const change = { [field]: value };
		await notice.tried(
			isTerms ? editing.changeTerm(plan.term_id, { rules: change }) : editing.changeRules(change)
		);
	}

	async function close(): Promise<void> {
		const field = opened;
		opened = null;
		await tick();
		document.querySelector<HTMLElement>(`#rule-${field}`)?.focus();
	}
</script>

{#snippet pick(field: string)}
	{@const rule = rules[field]}
	{#if rule}
		<button
			id="rule-{field}"
			class:open={opened === field}
			aria-expanded={opened === field}
			onclick={() => toggle(field)}>{rule.words}</button
		>{#if rule.was}<s class="was"><span class="sr-only">in force: </span>{rule.was}</s
			>{/if}{#if rule.is_own}<span class="own"
				>{plan.term}’s own
				<button
					class="link"
					onclick={() => notice.tried(editing.changeTerm(plan.term_id, { rules: { [field]: null } }))}
					>as the class<span class="sr-only">: {rule.words}</span></button
				></span
			>{/if}
	{/if}
{/snippet}

{#snippet options(fields: string[])}
	{#if opened !== null && fields.includes(opened)}
		<fieldset>
			<legend>
				{choices.data?.student ? `For ${choices.data.student} it makes` : 'Choose'}
				{#if choices.isPending}…{/if}
			</legend>
			{#each choices.data?.choices ?? [] as choice (choice.value)}
				<label>
					<input
						type="radio"
						name={opened}
						value={choice.value}
						checked={rules[opened]?.value === choice.value}
						onchange={() => choose(opened!, choice.value)}
						onkeydown={(event) => event.key === 'Escape' && close()}
					/>
					<span>{choice.words}</span>
					<span class="num">{choice.percent ?? ''}</span>
					<b>{choice.mark ?? ''}</b>
				</label>
			{/each}
		</fieldset>
	{/if}
{/snippet}

<section aria-labelledby="rules">
	<h3 id="rules">Ground rules, {forTerm ? `for ${plan.term.toLowerCase()} alone` : 'for the whole class'}</h3>
	<p>Grades are {@render pick('method')}.</p>
	{@render options(['method'])}
	<p>Work with no score yet {@render pick('blank')}.</p>
	{@render options(['blank'])}
	{#if rules['method']?.value !== 'weighted'}
		<p>Dropped of everything: {@render pick('drop_overall')}.</p>
		{@render options(['drop_overall'])}
	{/if}
	<p>Where scores are dropped, it is {@render pick('drop_choice')}.</p>
	{@render options(['drop_choice'])}
	<p>
		Marks come from {@render pick('scale')}; the percent is {@render pick('rounding')} before the mark is looked
		up, and is shown with {@render pick('decimals')}.
	</p>
	{@render options(['scale', 'rounding', 'decimals'])}
	<p>Extra credit {@render pick('cap')}.</p>
	{@render options(['cap'])}
	<p>Families see the grade {@render pick('families_see_running')}.</p>
	{@render options(['families_see_running'])}
	{#if rules['families_see_running']?.value === 'yes'}
		<label class="from"
			>as it stands, from <input
				type="date"
				aria-label="Families see the grade from"
				value={plan.families_from ?? ''}
				onchange={(event) =>
					notice.tried(editing.changeRules({ families_from: event.currentTarget.value || null }))}
			/></label
		>
	{/if}
	<p>
		They {@render pick('families_percent')} percents, {@render pick('families_mark')} marks, {@render pick(
			'families_points'
		)} points, {@render pick('families_share')} shares of the grade, and {@render pick('families_class')} the class’s
		mean and spread.
	</p>
	{@render options([
		'families_percent',
		'families_mark',
		'families_points',
		'families_share',
		'families_class'
	])}
	<fieldset class="term">
		<legend>{plan.term}</legend>
		<label
			><input
				type="checkbox"
				checked={plan.has_own_weights}
				onchange={(event) =>
					notice.tried(editing.changeTerm(plan.term_id, { own_weights: event.currentTarget.checked }))}
			/>
			<span>weighs its categories by itself</span></label
		>
		<label
			><input type="checkbox" bind:checked={forTerm} /><span>what is chosen above holds for it alone</span
			></label
		>
	</fieldset>
</section>

<style>
	h3 {
		margin-bottom: 6px;
		font: 400 12px/16px var(--text);
		color: var(--slate);
	}
	p {
		font-size: 15px;
		line-height: 26px;
	}
	p button {
		border-bottom: 1px solid var(--juniper);
		color: var(--juniper);
		font-weight: 500;
		text-align: left;
		line-height: 20px;
	}
	p button.open {
		border-bottom-width: 2px;
		background: var(--ice);
	}
	.own {
		margin-left: 6px;
		color: var(--amber-ink);
		font-size: 12px;
	}
	p .own button {
		border: 0;
		font-weight: 400;
	}
	.from {
		display: flex;
		gap: 6px;
		align-items: center;
	}
	.from input {
		height: 26px;
		padding: 0 6px;
		border: 1px solid var(--rule);
		border-radius: 3px;
		background: var(--snow);
	}
	.term {
		margin-top: 14px;
		border-left-color: var(--rule);
	}
	.was {
		margin-left: 6px;
		color: var(--slate);
		font-size: 13px;
	}
	fieldset {
		margin: 6px 0 8px;
		padding: 8px 12px 9px;
		border-left: 2px solid var(--juniper);
		background: var(--snow);
		box-shadow: inset 0 0 0 1px var(--hair);
	}
	legend {
		float: left;
		width: 100%;
		margin-bottom: 4px;
		color: var(--slate);
		font-size: 12px;
		line-height: 16px;
	}
	label {
		display: grid;
		grid-template-columns: 14px 1fr auto 28px;
		gap: 0 10px;
		clear: both;
		padding: 1px 0;
	}
	.num {
		text-align: right;
	}
	b {
		font-weight: 600;
	}
</style>
