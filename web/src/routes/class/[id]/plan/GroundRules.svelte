<script lang="ts">
	/** The ground rules as sentences whose choices open in place, each with what it makes of a student's grade. */
	import { tick } from 'svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, ask, words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import type { Editing } from './editing';

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

	async function choose(field: string, value: string): Promise<void> {
		try {
			await editing.changeRules({ [field]: value });
		} catch (error) {
			notice.problem(words(error));
		}
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
		>{#if rule.was}<s class="was"><span class="sr-only">in force: </span>{rule.was}</s>{/if}
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
	<h3 id="rules">Ground rules, for the whole class</h3>
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
	input {
		accent-color: var(--juniper);
	}
	.num {
		text-align: right;
	}
	b {
		font-weight: 600;
	}
</style>
