<script lang="ts">
	/** The ground rules in force, as sentences. */
	import type { Shapes } from '$lib/api/client';

	let { rules }: { rules: Shapes['RulesOut'] } = $props();
	const methods: Record<string, string> = {
		weighted: 'weighted by category',
		points: 'made of all points in one pool',
		equal: 'made of every assignment alike'
	};
	const decimals = $derived(rules.decimals === 1 ? '1 decimal' : `${rules.decimals} decimals`);
	const roundings: Record<string, string> = {
		half_up: 'rounded to the nearest',
		half_even: 'rounded to the nearest even',
		up: 'rounded up to the next',
		down: 'rounded down to the last'
	};
</script>

<section aria-labelledby="rules">
	<h3 id="rules">Ground rules, for the whole class</h3>
	<p>Grades are <b>{methods[rules.method]}</b>.</p>
	<p>
		{#if rules.blank === 'zero'}Work with no score yet <b>counts as zero</b>.
		{:else if rules.blank === 'zero_when_closed'}
			Work with no score yet <b>is left out</b>; once its assignment is closed it <b>counts as zero</b>.
		{:else}Work with no score yet <b>is left out</b>, also when its assignment is closed.{/if}
	</p>
	{#if rules.drop_overall}<p>Of everything, <b>the lowest {rules.drop_overall}</b> are dropped.</p>{/if}
	<p>
		Marks come from <b>{rules.scale}</b>; the percent is
		<b>{rules.round_to === null ? 'not rounded' : `${roundings[rules.rounding]} ${rules.round_to}`}</b> before
		the mark is looked up, and is shown with <b>{decimals}</b>.
	</p>
	<p>Extra credit <b>{rules.cap ? 'does not lift a grade above 100' : 'may lift a grade above 100'}</b>.</p>
</section>

<style>
	h3 {
		font: 400 12px/16px var(--text);
		color: var(--slate);
		margin-bottom: 6px;
	}
	p {
		font-size: 15px;
		line-height: 26px;
	}
	b {
		font-weight: 600;
	}
</style>
