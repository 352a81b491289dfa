<script lang="ts">
	/** Putting a mark or a percent in place of the computed grade, with the reason; the computed one stays beside it. */
	import { api, ask, Refusal, words, type Shapes } from '$lib/api/client';
	import { saving } from '$lib/saving/saving.svelte';

	let {
		classId,
		report,
		row,
		onchange
	}: {
		classId: number;
		report: Shapes['ReportOut'];
		row: Shapes['ReportRow'];
		onchange: () => Promise<void>;
	} = $props();
	let isOpen = $state(false);
	let mark = $state('');
	let percent = $state('');
	let reason = $state('');
	let problem = $state<{ text: string; field: string | null } | null>(null);

	function open(): void {
		mark = row.override?.mark ?? '';
		percent = row.override?.percent ?? '';
		reason = row.override?.reason ?? '';
		problem = null;
		isOpen = true;
	}

	async function put(body: Shapes['OverrideIn']): Promise<void> {
		const path = { class_id: classId, term: report.term_id, student: row.student_id };
		try {
			await saving.during(
				ask(api.PUT('/api/classes/{class_id}/report/{term}/{student}/override', { params: { path }, body }))
			);
			isOpen = false;
			await onchange();
		} catch (error) {
			problem = { text: words(error), field: error instanceof Refusal ? error.field : null };
		}
	}

	function submit(event: SubmitEvent): void {
		event.preventDefault();
		void put({ mark, percent, reason });
	}
</script>

{#if isOpen}
	<form onsubmit={submit} aria-label="Override">
		<label>
			<span class="label">Mark</span>
			<input
				class="field"
				list="marks"
				bind:value={mark}
				aria-invalid={problem?.field === 'mark' ? 'true' : undefined}
			/>
		</label>
		<datalist id="marks"
			>{#each report.marks as each (each)}<option value={each}></option>{/each}</datalist
		>
		<label>
			<span class="label">or percent</span>
			<input
				class="field"
				inputmode="decimal"
				bind:value={percent}
				aria-invalid={problem?.field === 'percent' ? 'true' : undefined}
			/>
		</label>
		<label class="wide">
			<span class="label">Reason</span>
			<input
				class="field"
				bind:value={reason}
				aria-invalid={problem?.field === 'reason' ? 'true' : undefined}
			/>
		</label>
		<button class="btn">Put in its place</button>
		<button type="button" class="btn quiet" onclick={() => (isOpen = false)}>Leave it</button>
		{#if problem}<p class="problem" role="alert">{problem.text}</p>{/if}
	</form>
{:else}
	<p>
		{#if row.override}
			Computed {row.grade.computed_percent ?? 'no'} %, {row.grade.computed_mark ?? 'no mark'}; {row.override
				.who} put
			<b>{row.override.mark ?? `${row.override.percent} %`}</b> in its place: {row.override.reason}.
			<button class="link" onclick={open}>Change it</button>
			<button class="link" onclick={() => put({ mark: '', percent: '', reason: '' })}>Take it back</button>
		{:else}
			<button class="link" onclick={open}>Override the grade</button>
		{/if}
	</p>
{/if}

<style>
	form {
		display: flex;
		flex-wrap: wrap;
		align-items: flex-end;
		gap: 8px;
	}
	label {
		flex: 0 0 84px;
	}
	.wide {
		flex: 1 1 160px;
	}
	.problem {
		flex: 0 0 100%;
	}
	b {
		font-weight: 600;
	}
	.link {
		margin-right: 10px;
	}
</style>
