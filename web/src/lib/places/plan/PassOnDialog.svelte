<script lang="ts">
	/** Keeping the plan for later, and sending it to other classes of one's own. */
	import Check from '$lib/ui/check/Check.svelte';
	import { among } from '$lib/ui/check/among';
	import { thisClass } from '$lib/class/thisClass';
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';

	let { open = $bindable(false) }: { open: boolean } = $props();
	const here = thisClass();
	let name = $state('');
	let chosen = $state<number[]>([]);
	let withAssignments = $state(false);
	let told = $state<string[]>([]);
	let problem = $state('');
	const targets = createQuery(() => ({ ...fetched.planTargets(here.id), enabled: open }));

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
		await here.editing.keepPlan(name, true);
		return [`The plan is kept as “${name}”. It is offered where a class has none yet.`];
	}
</script>

<Dialog title="Pass the plan on" bind:open>
	<form
		class="mb-3.5 grid justify-items-start gap-2.5 border-b border-hair pb-4"
		onsubmit={(event) => tried(event, keep)}
	>
		<label class="justify-self-stretch">
			<span class="label">Keep it for other classes and years, as</span>
			<input class="field" bind:value={name} required placeholder="Geography 8, as it is" />
		</label>
		<button class="btn quiet">Keep it</button>
	</form>
	<form
		class="mb-3.5 grid justify-items-start gap-2.5 border-b border-hair pb-4"
		onsubmit={(event) => tried(event, () => here.editing.send(chosen, withAssignments))}
	>
		<fieldset class="justify-self-stretch">
			<legend class="label">Send it to</legend>
			{#each targets.data ?? [] as each (each.id)}
				<Check
					bind:checked={() => chosen.includes(each.id), (isOn) => (chosen = among(chosen, each.id, isOn))}
					>{each.name}</Check
				>
			{:else}
				<p class="text-slate">You have no other class at this school.</p>
			{/each}
		</fieldset>
		<Check bind:checked={withAssignments}>with the assignments that are not there yet</Check>
		<p class="text-slate">
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
	{#if problem}<p class="problem text-rowan" role="alert">{problem}</p>{/if}
</Dialog>
