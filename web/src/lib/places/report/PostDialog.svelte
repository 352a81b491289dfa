<script lang="ts">
	/** Posting: who, which term, what families will see, and what wants a look, before it is done. */
	import Check from '$lib/ui/check/Check.svelte';
	import { newNumber } from '$lib/api/number';
	import { Refusal, words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { onOpening } from '$lib/ui/opening.svelte';
	import { thisReporting } from './reporting';
	import { counted } from '$lib/words/plurals';
	import { both, held, seenWords, shortly, standing, type Row } from './rows';
	import { nameOf } from '$lib/class/names';

	let {
		report,
		many,
		open = $bindable(false),
		onjump
	}: {
		report: Shapes['ReportOut'];
		many: number[];
		open: boolean;
		onjump: (student: number) => void;
	} = $props();
	const reporting = thisReporting();

	let chosen = $state<number[]>([]);
	let termName = $state('');
	let problem = $state('');
	let request = '';
	const lower = $derived(report.term.toLowerCase());
	const stands = $derived(standing(report.rows));
	const changed = $derived(stands.ready.filter((row) => row.state === 'changed'));
	const plain = $derived(stands.ready.filter((row) => row.state !== 'changed'));
	const unready = $derived([...stands.begun, ...stands.bare]);
	const bound = $derived(report.rows.filter((row) => held(row).length && row.state !== 'no_grade'));
	const grades = $derived(counted(chosen.length, 'grade'));

	onOpening(
		() => open,
		() => {
			// One number for this posting: pressed twice, or sent again, it is made once.
			request = newNumber();
			termName = '';
			problem = '';
			const ready = stands.ready.map((row) => row.student_id);
			chosen = many.length > 1 ? ready.filter((student) => many.includes(student)) : ready;
		}
	);

	function choose(row: Row, isOn: boolean): void {
		all([row], isOn);
	}

	function all(rows: Row[], isOn: boolean): void {
		const these = rows.map((row) => row.student_id);
		const others = chosen.filter((student) => !these.includes(student));
		chosen = isOn ? [...others, ...these] : others;
	}

	function isAll(rows: Row[]): boolean {
		return rows.every((row) => chosen.includes(row.student_id));
	}

	async function post(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		try {
			const posted = await reporting.post(request, chosen, termName);
			open = false;
			const seen =
				report.families_words === 'at once'
					? 'Families see them now.'
					: `Families see them ${report.families_words}.`;
			notice.say(
				posted
					? `${counted(posted, 'grade')} of ${lower} posted. ${seen}`
					: 'They are posted already, just as they are now.'
			);
		} catch (error) {
			const isAway = error instanceof Refusal && error.isPassing;
			problem = isAway
				? `${words(error)} Press again: it is posted once, however often it is asked for.`
				: words(error);
		}
	}

	function jump(row: Row): void {
		open = false;
		onjump(row.student_id);
	}
</script>

{#snippet tick(row: Row)}
	<Check
		checked={chosen.includes(row.student_id)}
		onchange={(isOn) => choose(row, isOn)}
		disabled={held(row).length > 0}>{nameOf(row)}</Check
	>
{/snippet}

<Dialog wide title="Post {grades} of {lower}" bind:open>
	<form onsubmit={post} class="grid gap-3">
		<p>
			Families will see {seenWords(report)}
			{report.families_words}. What is posted is kept as it is now, whatever changes later.
		</p>
		{#if changed.length}
			<section aria-labelledby="post-changed">
				<h3 class="text-large" id="post-changed">Changed since you posted</h3>
				<ul class="max-h-55 overflow-auto border-t border-hair">
					{#each changed as row (row.student_id)}
						<li
							class="grid grid-cols-[220px_minmax(0,1fr)_auto] gap-x-3 gap-y-1 border-b border-hair py-1 max-sm:grid-cols-1"
						>
							{@render tick(row)}
							<span
								>{both(row.posted?.percent, row.posted?.mark)} to
								<b class="font-semibold">{shortly(row.grade)}</b>{row.comment === row.posted?.comment
									? ''
									: ', another comment'}{row.effort === row.posted?.effort ? '' : ', another effort'}</span
							>
						</li>
					{/each}
				</ul>
			</section>
		{/if}
		{#if stands.look.length}
			<section aria-labelledby="post-look">
				<h3 class="text-large" id="post-look">Something to look at</h3>
				<ul class="max-h-55 overflow-auto border-t border-hair">
					{#each stands.look as row (row.student_id)}
						<li
							class="grid grid-cols-[220px_minmax(0,1fr)_auto] items-center gap-x-3 gap-y-1 border-b border-hair py-1 max-sm:grid-cols-1"
						>
							{@render tick(row)}
							<span class="text-amber-ink">{row.checks.map((check) => check.words).join(', ')}</span>
							<button type="button" class="link" onclick={() => jump(row)}
								>Go there<span class="sr-only"> to {nameOf(row)}</span></button
							>
						</li>
					{/each}
				</ul>
				{#if bound.length}<p class="text-slate">
						What the school made binding has to be mended first: {bound.length === 1
							? 'one box'
							: `${bound.length} boxes`}
						cannot be ticked.
					</p>{/if}
			</section>
		{/if}
		{#if unready.length}
			<Check
				checked={isAll(unready)}
				mixed={!isAll(unready) && unready.some((row) => chosen.includes(row.student_id))}
				onchange={(isOn) => all(unready, isOn)}
				>also the {unready.length} whose comment is not ready, as it is now</Check
			>
			<details>
				<summary class="cursor-pointer">who they are</summary>
				<ul class="max-h-55 overflow-auto border-t border-hair">
					{#each unready as row (row.student_id)}
						<li
							class="grid grid-cols-[220px_minmax(0,1fr)_auto] gap-x-3 gap-y-1 border-b border-hair py-1 max-sm:grid-cols-1"
						>
							{@render tick(row)} <span>{shortly(row.grade)}</span>
						</li>
					{/each}
				</ul>
			</details>
		{/if}
		{#if plain.length}
			<details>
				<summary class="cursor-pointer"
					>{counted(plain.filter((row) => chosen.includes(row.student_id)).length, 'grade')} ready</summary
				>
				<ul class="max-h-55 overflow-auto border-t border-hair">
					{#each plain as row (row.student_id)}
						<li
							class="grid grid-cols-[220px_minmax(0,1fr)_auto] gap-x-3 gap-y-1 border-b border-hair py-1 max-sm:grid-cols-1"
						>
							{@render tick(row)} <span>{shortly(row.grade)}</span>
							<span class="text-slate">{row.checks.map((check) => check.words).join(', ')}</span>
						</li>
					{/each}
				</ul>
			</details>
		{/if}
		{#if !report.window_is_open}
			<label>
				<span class="label"
					>{report.term} is not being posted now ({report.window_words}). Type its name to post to it all the
					same.</span
				>
				<input class="field" bind:value={termName} />
			</label>
		{/if}
		<p class="problem" role="alert">{problem}</p>
		<p class="flex gap-3">
			<button class="btn" disabled={!chosen.length}>Post {grades}</button>
			<button type="button" class="btn quiet" onclick={() => (open = false)}>Not yet</button>
		</p>
	</form>
</Dialog>
