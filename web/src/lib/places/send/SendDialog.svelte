<script lang="ts">
	/** Choosing what is sent now: which classes, grades or scores, and of whom. */
	import { among } from '$lib/ui/check/among';
	import Check from '$lib/ui/check/Check.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import { words } from '$lib/api/client';
	import { signed } from '$lib/app/session.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import { notice } from '$lib/app/notice.svelte';
	import { onOpening } from '$lib/ui/opening.svelte';
	import { sentWords, toRegister, type Sending } from './sending';

	let { data, open = $bindable(false) }: { data: Sending; open: boolean } = $props();
	const sending = toRegister();
	const here = thisClass();
	let which = $state<'this' | 'all' | 'some'>('this');
	let classes = $state<number[]>([]);
	let grades = $state(true);
	let work = $state(true);
	let again = $state(false);
	let students = $state<number[]>([]);
	let assignments = $state<number[]>([]);
	let problem = $state('');

	onOpening(
		() => open,
		() => {
			[which, grades, work, again, students, assignments, problem] = ['this', true, true, false, [], [], ''];
			classes = [here.id];
		}
	);

	async function send(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const isWork = work && data.sends_work;
		try {
			const done =
				which !== 'this'
					? await sending.sendAll({ grades, work: isWork, classes: which === 'some' ? classes : null })
					: await sending.send({
							grades: grades && !assignments.length,
							work: isWork && (assignments.length > 0 || !students.length),
							students,
							assignments,
							again
						});
			notice.say(sentWords(done));
			open = false;
		} catch (error) {
			problem = words(error);
		}
	}
</script>

<Dialog title="What is sent now" bind:open>
	<form class="grid gap-3" onsubmit={send}>
		<Segmented
			label="Of which classes"
			choices={[
				['this', 'this class'],
				['some', 'chosen classes'],
				['all', 'all my classes']
			]}
			value={which}
			onchange={(next) => (which = next)}
		/>
		{#if which === 'some'}
			<fieldset class="grid gap-1">
				<legend class="label">Of these classes, in the term that runs</legend>
				{#each signed.current?.classes ?? [] as { id, name } (id)}
					<Check checked={classes.includes(id)} onchange={(isOn) => (classes = among(classes, id, isOn))}
						>{name}</Check
					>
				{/each}
			</fieldset>
		{:else if which === 'all'}<p class="text-slate">In the term that runs.</p>{/if}
		<Check bind:checked={grades}>posted grades and comments</Check>
		{#if data.sends_work}<Check bind:checked={work}>assignments and scores</Check>{/if}
		{#if which === 'this'}
			<div>
				<Fold title="Only some students" words={students.length ? `${students.length} chosen` : 'all'}>
					<div class="grid max-h-52 gap-1 overflow-auto">
						{#each data.students as { id, name } (id)}
							<Check
								checked={students.includes(id)}
								onchange={(isOn) => (students = among(students, id, isOn))}>{name}</Check
							>
						{/each}
					</div>
				</Fold>
				{#if data.sends_work && work}
					<Fold
						title="Only some assignments"
						words={assignments.length ? `${assignments.length} chosen` : 'all'}
					>
						<div class="grid max-h-52 gap-1 overflow-auto">
							{#each data.assignments as { id, name } (id)}
								<Check
									checked={assignments.includes(id)}
									onchange={(isOn) => (assignments = among(assignments, id, isOn))}>{name}</Check
								>
							{/each}
						</div>
					</Fold>
				{/if}
			</div>
			<Check bind:checked={again}>also what was accepted already</Check>
		{/if}
		<p class="problem" role="alert">{problem}</p>
		<p class="flex gap-3">
			<button
				class="btn"
				disabled={(!grades && !(work && data.sends_work)) || (which === 'some' && !classes.length)}
				>Send</button
			>
			<button type="button" class="btn quiet" onclick={() => (open = false)}>Send nothing</button>
		</p>
	</form>
</Dialog>
