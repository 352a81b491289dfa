<script lang="ts">
	/** Choosing what is sent now: which classes, grades or scores, and of whom. */
	import { among } from '$lib/ui/check/among';
	import Check from '$lib/ui/check/Check.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import { words } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { onOpening } from '$lib/ui/opening.svelte';
	import { sentWords, toRegister, type Sending } from './sending';

	let { data, open = $bindable(false) }: { data: Sending; open: boolean } = $props();
	const sending = toRegister();
	let which = $state<'this' | 'all'>('this');
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
		}
	);

	async function send(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		const isWork = work && data.sends_work;
		try {
			const done =
				which === 'all'
					? await sending.sendAll({ grades, work: isWork })
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
				['all', 'all my classes, the term that runs']
			]}
			value={which}
			onchange={(next) => (which = next)}
		/>
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
			<button class="btn" disabled={!grades && !(work && data.sends_work)}>Send</button>
			<button type="button" class="btn quiet" onclick={() => (open = false)}>Send nothing</button>
		</p>
	</form>
</Dialog>
