<script lang="ts">
	/** Keeping the plan for later, and sending it to other classes of one's own. */
	import { createQuery } from '@tanstack/svelte-query';
	import { api, ask, words } from '$lib/api/client';
	import Dialog from '$lib/ui/Dialog.svelte';
	import type { Editing } from '$lib/planning/editing';

	let {
		classId,
		editing,
		open = $bindable(false)
	}: { classId: number; editing: Editing; open: boolean } = $props();
	let name = $state('');
	let chosen = $state<number[]>([]);
	let withAssignments = $state(false);
	let told = $state<string[]>([]);
	let problem = $state('');
	const targets = createQuery(() => ({
		queryKey: ['class', classId, 'targets'],
		queryFn: () =>
			ask(api.GET('/api/classes/{class_id}/plan/targets', { params: { path: { class_id: classId } } })),
		enabled: open
	}));

	async function tried(event: SubmitEvent, work: () => Promise<string[]>): Promise<void> {
		event.preventDefault();
		problem = '';
		try {
			told = await work();
		} catch (error) {
			told = [];
			problem = words(error);
		}
	}

	async function keep(): Promise<string[]> {
		await editing.keepPlan(name, true);
		return [`The plan is kept as “${name}”. It is offered where a class has none yet.`];
	}
</script>

<Dialog title="Pass the plan on" bind:open>
	<form onsubmit={(event) => tried(event, keep)}>
		<label>
			<span class="label">Keep it for other classes and years, as</span>
			<input class="field" bind:value={name} required placeholder="Geography 8, as it is" />
		</label>
		<button class="btn quiet">Keep it</button>
	</form>
	<form onsubmit={(event) => tried(event, () => editing.send(chosen, withAssignments))}>
		<fieldset>
			<legend class="label">Send it to</legend>
			{#each targets.data ?? [] as each (each.id)}
				<label class="tick"><input type="checkbox" bind:group={chosen} value={each.id} /> {each.name}</label>
			{:else}
				<p class="slate">You have no other class at this school.</p>
			{/each}
		</fieldset>
		<label class="tick"
			><input type="checkbox" bind:checked={withAssignments} /> with the assignments that are not there yet</label
		>
		<p class="slate">
			Ground rules and categories become what they are here; categories are known by their names. What would
			move grades there waits in that class’s draft. What a class has besides stays.
		</p>
		<button class="btn" disabled={!chosen.length}
			>Send it to {chosen.length || 'no'} {chosen.length === 1 ? 'class' : 'classes'}</button
		>
	</form>
	<div role="status">
		{#each told as line (line)}<p>{line}</p>{/each}
	</div>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</Dialog>

<style>
	form {
		display: grid;
		gap: 10px;
		justify-items: start;
		padding-bottom: 16px;
		margin-bottom: 14px;
		border-bottom: 1px solid var(--hair);
	}
	form > label:first-child,
	fieldset {
		justify-self: stretch;
	}
	.tick {
		display: flex;
		gap: 8px;
		padding: 2px 0;
	}
	.slate {
		color: var(--slate);
	}
	.problem {
		color: var(--rowan);
	}
</style>
