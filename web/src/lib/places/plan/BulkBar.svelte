<script lang="ts">
	/** What several chosen assignments get alike, in one act. */
	import { counted } from '$lib/words/plurals';
	import { thisClass } from '$lib/class/thisClass';
	import { Refusal, words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let { plan, chosen = $bindable() }: { plan: Shapes['PlanOut']; chosen: number[] } = $props();
	const here = thisClass();
	let points = $state('');
	let share = $state('');
	let days = $state('');
	let problem = $state('');
	/** Whether what is said is a question: 0 points. */
	let isAsked = $state(false);

	async function change(body: Partial<Shapes['TogetherIn']>): Promise<void> {
		try {
			const done = await here.editing.changeTogether({ ids: chosen, days: 0, ...body });
			const said = `${counted(done.count, 'assignment is', 'assignments are')} changed. Ctrl Z takes it back.`;
			if (done.words) notice.problem(`${said} ${done.words}`);
			else notice.say(said);
			problem = points = share = days = '';
			isAsked = false;
		} catch (error) {
			problem = words(error);
			isAsked = error instanceof Refusal && error.code === 'zero_points';
		}
	}

	/** What was sent and is not answered yet: Enter, and then leaving the field, send it once. */
	let sent = '';

	async function typed(body: Partial<Shapes['TogetherIn']>, text: string): Promise<void> {
		const now = JSON.stringify(body);
		if (!text.trim() || now === sent) return;
		sent = now;
		await change(body);
		sent = '';
	}

	function moved(): void {
		const text = days.trim().replace('−', '-');
		if (!text) return;
		if (/^[+-]?\d{1,4}$/.test(text)) void typed({ days: Number(text) }, text);
		else problem = `Dates by ${days.trim()}: type a number of days, such as 7, or -7 for a week earlier.`;
	}

	function onEnter(event: KeyboardEvent, act: () => unknown): void {
		if (event.key === 'Enter') void act();
	}

	const chooser = 'h-6.5 rounded border border-rule bg-snow px-2';
</script>

<div
	class="sticky top-0 z-6 mb-2 flex flex-wrap items-center gap-x-3 gap-y-1.5 rounded bg-ice px-2.5 py-1.5"
	role="group"
	aria-label="Change what is chosen"
>
	<b class="font-semibold">{chosen.length} chosen</b>
	<Select
		class={chooser}
		label="Put them in"
		placeholder="category"
		onchange={(value) => change({ category_id: value === 'none' ? null : Number(value) })}
		choices={[...plan.categories.map((each) => [each.id, each.name] as const), ['none', 'no category']]}
	/>
	<Select
		class={chooser}
		label="Move them to"
		placeholder="term"
		onchange={(value) => change({ term_id: Number(value) })}
		choices={[...plan.terms.map((each) => [each.id, each.name] as const)]}
	/>
	<Select
		class={chooser}
		label="Families"
		placeholder="families"
		onchange={(value) =>
			change(
				value === 'in'
					? { shown: true, shown_when_in: true, shown_from: null }
					: { shown: value === 'shown', shown_when_in: false, shown_from: null }
			)}
		choices={[
			['shown', 'shown'],
			['in', 'when all are in'],
			['hidden', 'hidden']
		]}
	/>
	<Select
		class={chooser}
		label="Counting"
		placeholder="counts"
		onchange={(value) => change({ counts: value === 'yes' })}
		choices={[
			['yes', 'counts'],
			['no', 'does not count']
		]}
	/>
	<label
		>points <input
			class="h-6.5 w-12 rounded border border-rule bg-snow px-1.5"
			inputmode="decimal"
			bind:value={points}
			onchange={() => typed({ points }, points)}
			onkeydown={(event) => onEnter(event, () => typed({ points }, points))}
		/></label
	>
	<label
		>share <input
			class="h-6.5 w-12 rounded border border-rule bg-snow px-1.5"
			inputmode="decimal"
			bind:value={share}
			onchange={() => typed({ share }, share)}
			onkeydown={(event) => onEnter(event, () => typed({ share }, share))}
		/></label
	>
	<label
		>dates by <input
			class="h-6.5 w-12 rounded border border-rule bg-snow px-1.5"
			inputmode="numeric"
			bind:value={days}
			onchange={moved}
			onkeydown={(event) => onEnter(event, moved)}
		/> days</label
	>
	<button class="link" onclick={() => (chosen = [])}>Choose none</button>
	{#if problem}
		<p class="flex-[0_0_100%] text-rowan" role="alert">
			{problem}
			{#if isAsked}
				<button class="link" onclick={() => change({ points, extra: true })}>They are extra credit</button>
				<button class="link" onclick={() => change({ points, zero_meant: true })}>0 is meant</button>
			{/if}
		</p>
	{/if}
</div>
