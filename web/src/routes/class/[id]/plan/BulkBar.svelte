<script lang="ts">
	/** What several chosen assignments get alike, in one act. */
	import { words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/frame/notice.svelte';
	import type { Editing } from '$lib/planning/editing';

	let {
		plan,
		editing,
		chosen = $bindable()
	}: { plan: Shapes['PlanOut']; editing: Editing; chosen: number[] } = $props();
	let points = $state('');
	let share = $state('');
	let days = $state('');
	let problem = $state('');

	async function change(body: Partial<Shapes['TogetherIn']>): Promise<void> {
		try {
			const count = await editing.changeTogether({ ids: chosen, days: 0, ...body });
			notice.say(
				`${count} ${count === 1 ? 'assignment is' : 'assignments are'} changed. Ctrl Z takes it back.`
			);
			problem = points = share = days = '';
		} catch (error) {
			problem = words(error);
		}
	}

	function pick(
		event: Event & { currentTarget: HTMLSelectElement },
		make: (value: string) => Partial<Shapes['TogetherIn']>
	) {
		const value = event.currentTarget.value;
		event.currentTarget.value = '';
		if (value) void change(make(value));
	}

	function typed(event: KeyboardEvent, body: Partial<Shapes['TogetherIn']>): void {
		if (event.key === 'Enter') void change(body);
	}
</script>

<div class="bulk" role="group" aria-label="Change what is chosen">
	<b>{chosen.length} chosen</b>
	<select
		aria-label="Put them in"
		onchange={(event) => pick(event, (value) => ({ category_id: value === 'none' ? null : Number(value) }))}
	>
		<option value="">category</option>
		{#each plan.categories as each (each.id)}<option value={String(each.id)}>{each.name}</option>{/each}
		<option value="none">no category</option>
	</select>
	<select
		aria-label="Move them to"
		onchange={(event) => pick(event, (value) => ({ term_id: Number(value) }))}
	>
		<option value="">term</option>
		{#each plan.terms as each (each.id)}<option value={String(each.id)}>{each.name}</option>{/each}
	</select>
	<select
		aria-label="Families"
		onchange={(event) =>
			pick(event, (value) =>
				value === 'in'
					? { shown: true, shown_when_in: true, shown_from: null }
					: { shown: value === 'shown', shown_when_in: false, shown_from: null }
			)}
	>
		<option value="">families</option>
		<option value="shown">shown</option>
		<option value="in">when all are in</option>
		<option value="hidden">hidden</option>
	</select>
	<select aria-label="Counting" onchange={(event) => pick(event, (value) => ({ counts: value === 'yes' }))}>
		<option value="">counts</option>
		<option value="yes">counts</option>
		<option value="no">does not count</option>
	</select>
	<label
		>points <input
			inputmode="decimal"
			bind:value={points}
			onkeydown={(event) => typed(event, { points })}
		/></label
	>
	<label
		>share <input
			inputmode="decimal"
			bind:value={share}
			onkeydown={(event) => typed(event, { share })}
		/></label
	>
	<label
		>dates by <input
			inputmode="numeric"
			bind:value={days}
			onkeydown={(event) => typed(event, { days: Math.trunc(Number(days)) || 0 })}
		/> days</label
	>
	<button class="link" onclick={() => (chosen = [])}>Choose none</button>
	{#if problem}<p role="alert">{problem}</p>{/if}
</div>

<style>
	.bulk {
		position: sticky;
		top: 0;
		z-index: 6;
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 6px 12px;
		margin-bottom: 8px;
		padding: 6px 10px;
		background: var(--ice);
		border-radius: 3px;
	}
	b {
		font-weight: 600;
	}
	select,
	input {
		height: 26px;
		border: 1px solid var(--rule);
		border-radius: 3px;
		background: var(--snow);
	}
	input {
		width: 48px;
		padding: 0 6px;
	}
	p {
		flex: 0 0 100%;
		color: var(--rowan);
	}
</style>
