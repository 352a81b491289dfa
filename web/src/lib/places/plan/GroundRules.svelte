<script lang="ts">
	/** The ground rules as sentences whose choices open in place, each with what it makes of a student's grade. */
	import Options from '$lib/ui/options/Options.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import { tick } from 'svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import StandardWeights from './StandardWeights.svelte';
	import { notice } from '$lib/app/notice.svelte';

	let { plan }: { plan: Shapes['PlanOut'] } = $props();
	const here = thisClass();

	let opened = $state<string | null>(null);
	const rules = $derived(Object.fromEntries(plan.rules.map((rule) => [rule.field, rule])));
	const choices = createQuery(() => fetched.rule(here.id, opened, plan.term_id));

	async function toggle(field: string): Promise<void> {
		opened = opened === field ? null : field;
		await tick();
	}

	/** What a term may set for itself. */
	const ofTerm = ['method', 'blank', 'drop_overall', 'drop_choice', 'rounding', 'cap', 'decimals'];
	let forTerm = $state(false);

	async function choose(field: string, value: string | boolean): Promise<void> {
		const isTerms = ofTerm.includes(field) && (forTerm || rules[field]?.is_own);
		const change = { [field]: value };
		await notice.tried(
			isTerms ? here.editing.changeTerm(plan.term_id, { rules: change }) : here.editing.changeRules(change)
		);
	}

	/** An option is told apart by text, what is chosen by its value. */
	const choiceOf = (offered: Shapes['ChoiceOut'][], value: string) =>
		offered.find((each) => String(each.value) === value);

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
		<!-- A button of the browser's is a box, which would not wrap inside its sentence as words do. -->
		<span
			class={[
				'cursor-pointer border-juniper leading-5 font-medium text-juniper',
				opened === field ? 'border-b-2 bg-ice' : 'border-b'
			]}
			id="rule-{field}"
			role="button"
			tabindex="0"
			aria-expanded={opened === field}
			onclick={() => toggle(field)}
			onkeydown={(event) => {
				if (event.key !== 'Enter' && event.key !== ' ') return;
				event.preventDefault();
				void toggle(field);
			}}>{rule.words}</span
		>{#if rule.was}<s class="ml-1.5 text-body text-slate"><span class="sr-only">in force: </span>{rule.was}</s
			>{/if}{#if rule.is_own}<span class="ml-1.5 text-small text-amber-ink"
				>{plan.term}’s own
				<button
					class="link border-0 border-juniper text-left leading-5 font-normal text-juniper"
					onclick={() => notice.tried(here.editing.changeTerm(plan.term_id, { rules: { [field]: null } }))}
					>as the class<span class="sr-only">: {rule.words}</span></button
				></span
			>{/if}
	{/if}
{/snippet}

{#snippet options(fields: string[])}
	{#if opened !== null && fields.includes(opened)}
		{@const offered = choices.data?.choices ?? []}
		<!-- svelte-ignore a11y_no_noninteractive_element_interactions (its choices are what is used) -->
		<fieldset
			onkeydown={(event) => event.key === 'Escape' && close()}
			class="mt-1.5 mb-2 border-l-2 border-juniper bg-snow px-3 pt-2 pb-2.25 shadow-[inset_0_0_0_1px_var(--color-hair)]"
		>
			<legend class="float-left mb-1 w-full text-small leading-4 text-slate">
				{choices.data?.student ? `For ${choices.data.student} it makes` : 'Choose'}
				{#if choices.isPending}…{/if}
			</legend>
			<Options
				label="Choose"
				class="[clear:both]"
				row="grid min-h-6 grid-cols-[14px_1fr_auto_28px] items-center gap-x-2.5"
				choices={offered.map((each) => [String(each.value), each.words] as const)}
				value={String(rules[opened]?.value ?? '')}
				onchange={(value) => choose(opened!, choiceOf(offered, value)!.value)}
			>
				{#snippet beside(value)}
					{@const choice = choiceOf(offered, value)}
					<span class="num text-right">{choice?.percent ?? ''}</span>
					<b class="font-semibold">{choice?.mark ?? ''}</b>
				{/snippet}
			</Options>
		</fieldset>
	{/if}
{/snippet}

<section aria-labelledby="rules">
	<h3 class="mb-1.5 font-text text-small leading-4 font-normal text-slate" id="rules">
		Ground rules, {forTerm ? `for ${plan.term.toLowerCase()} alone` : 'for the whole class'}
	</h3>
	<p class="text-large leading-6.5">Grades are {@render pick('method')}.</p>
	{@render options(['method'])}
	{#if rules['method']?.value === 'standards'}<StandardWeights {plan} />{/if}
	<p class="text-large leading-6.5">Work with no score yet {@render pick('blank')}.</p>
	{@render options(['blank'])}
	{#if ['points', 'equal'].includes(String(rules['method']?.value))}
		<p class="text-large leading-6.5">Dropped of everything: {@render pick('drop_overall')}.</p>
		{@render options(['drop_overall'])}
	{/if}
	<p class="text-large leading-6.5">Where scores are dropped, it is {@render pick('drop_choice')}.</p>
	{@render options(['drop_choice'])}
	<p class="text-large leading-6.5">
		Marks come from {@render pick('scale')}; the percent is {@render pick('rounding')} before the mark is looked
		up, and is shown with {@render pick('decimals')}.
	</p>
	{@render options(['scale', 'rounding', 'decimals'])}
	<p class="text-large leading-6.5">Extra credit {@render pick('cap')}.</p>
	{@render options(['cap'])}
	<p class="text-large leading-6.5">
		Families see the grade {@render pick(
			'families_see_running'
		)}{#if rules['families_see_running']?.value === true}, from
			<DateField
				class="h-6 w-38 border-b border-juniper bg-transparent font-medium text-juniper placeholder:font-normal placeholder:text-slate"
				inline
				label="Families see the grade from"
				placeholder="the first day"
				value={plan.families_from ?? ''}
				onchange={(day) => notice.tried(here.editing.changeRules({ families_from: day || null }))}
			/>{/if}.
	</p>
	{@render options(['families_see_running'])}
	<p class="text-large leading-6.5">
		They {@render pick('families_percent')} percents, {@render pick('families_mark')} marks, {@render pick(
			'families_points'
		)} points, {@render pick('families_share')} shares of the grade, and {@render pick('families_class')} the class’s
		mean and spread.
		<a class="link text-body" href="/class/{here.id}/families?term={plan.term_id}">All that families see</a>
	</p>
	{@render options([
		'families_percent',
		'families_mark',
		'families_points',
		'families_share',
		'families_class'
	])}
	<fieldset
		class="mt-3.5 mb-2 border-l-2 border-rule bg-snow px-3 pt-2 pb-2.25 shadow-[inset_0_0_0_1px_var(--color-hair)]"
	>
		<legend class="float-left mb-1 w-full text-small leading-4 text-slate">{plan.term}</legend>
		<Check
			class="[clear:both] gap-x-2.5"
			checked={plan.has_own_weights}
			onchange={(isOn) => notice.tried(here.editing.changeTerm(plan.term_id, { own_weights: isOn }))}
			><span>weighs its categories by itself</span></Check
		>
		<Check class="[clear:both] gap-x-2.5" bind:checked={forTerm}
			><span>what is chosen above holds for it alone</span></Check
		>
	</fieldset>
</section>
