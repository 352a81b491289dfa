<script lang="ts">
	/** What a table of overrides would change: its columns, whom is asked about, what cannot be read, and each line. */
	import AskedLines from '$lib/app/table/AskedLines.svelte';
	import ChangeRow from '$lib/app/table/ChangeRow.svelte';
	import ColumnPairs from '$lib/app/table/ColumnPairs.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import { counted } from '$lib/words/plurals';
	import type { OverrideFile, OverrideTaking } from './overridesIn.svelte';

	let { name, found, taking }: { name: string; found: OverrideFile; taking: OverrideTaking } = $props();

	const taken = $derived(found.changes.filter((each) => each.is_taken));
	const high = $derived(taken.filter((each) => each.is_high).length);
	/** What is to be known of a line beside its change. */
	const note = (each: OverrideFile['changes'][number]) =>
		[each.computed && `computed ${each.computed}`, each.is_high && 'above 100', each.reason]
			.filter(Boolean)
			.join('; ');
</script>

<p role="status">
	<b class="font-semibold">{name}</b>, for {taking.term.term.toLowerCase()}: {found.told}. {counted(
		found.changes.length,
		'change'
	)}, {found.same} as they are{found.unread.length
		? `, ${counted(found.unread.length, 'line')} that cannot be read`
		: ''}. Nothing is changed yet.
</p>
{#snippet pairs()}
	<div class="max-w-100">
		<ColumnPairs
			columns={found.columns}
			fields={found.fields}
			onpair={(fields) => taking.chooseFields(fields)}
		/>
	</div>
{/snippet}
<section class="mt-3" aria-label="Columns">
	{#if found.lacks}
		<p class="text-amber-ink" role="alert">{found.lacks}</p>
		{@render pairs()}
	{:else}
		<Fold title={counted(found.columns.length, 'column')} words="what each of them is">{@render pairs()}</Fold
		>
	{/if}
</section>
<AskedLines
	asked={found.asked}
	roster={found.roster}
	onchoose={(line, student) => taking.chooseStudent(line, student)}
/>
{#if found.unread.length}
	<ul class="mt-3 border-l-3 border-rowan bg-rowan-2 px-3 py-2" aria-label="Lines that cannot be read">
		{#each found.unread as each (each.line)}<li>
				<b class="font-semibold">Line {each.line}</b>
				{each.words}
			</li>{/each}
	</ul>
{/if}
{#if found.changes.length}
	<table class="num mt-3 max-w-200 min-w-80" aria-label="Changes">
		<tbody>
			{#each found.changes as each (each.line)}
				<ChangeRow
					who={each.student}
					change={{ before: each.before || 'none', after: each.after || 'none' }}
					note={note(each)}
					tone={each.is_high ? 'look' : 'plain'}
					where="line {each.line}"
					isTaken={each.is_taken}
					ontake={(isTaken) => taking.chooseLine(each.line, isTaken)}
				/>
			{/each}
		</tbody>
	</table>
{:else if !found.lacks}<p class="mt-3">Nothing in it is new: there is nothing to do.</p>{/if}
{#if high}<p class="mt-3">
		<Check bind:checked={taking.isMeant}
			>{counted(high, 'percent')} above 100 {high === 1 ? 'is' : 'are'} meant</Check
		>
	</p>{/if}
<p class="problem mt-3" role="alert">{taking.problem}</p>
<p class="mt-4 flex gap-3">
	<button
		class="btn"
		disabled={!taken.length || taking.isBusy || (high > 0 && !taking.isMeant)}
		onclick={() => taking.take()}>Take {counted(taken.length, 'change')}</button
	>
	<button class="btn quiet" onclick={() => taking.forget()}>Put the file away</button>
</p>
