<script lang="ts">
	/** The grades that something would change, those that cross a mark first. */
	import { counted } from '$lib/words/plurals';
	import type { Called, Would } from './words';

	let {
		would,
		now,
		then,
		called
	}: {
		would: Would;
		now: string;
		then: string;
		/** What students are called here; without it by the names that came with the changes. */
		called?: Called;
	} = $props();
</script>

<table class="w-full">
	<caption class="sr-only">Grades that would change</caption>
	<thead>
		<tr>
			<th
				class="border-b border-rule pb-1.25 pl-1.5 text-left text-small leading-4 font-semibold text-ink"
				scope="col">{counted(would.marks, 'mark changes', 'marks change')}</th
			>
			<th
				scope="col"
				class="border-b border-rule pb-1.25 text-right text-small leading-4 font-normal text-slate">{now}</th
			>
			<th
				class="border-b border-rule pb-1.25 text-left text-small leading-4 font-normal text-slate"
				scope="col"><span class="sr-only">mark {now}</span></th
			>
			<th
				scope="col"
				class="border-b border-rule pb-1.25 text-right text-small leading-4 font-normal text-slate">{then}</th
			>
			<th
				class="border-b border-rule pb-1.25 text-left text-small leading-4 font-normal text-slate"
				scope="col"><span class="sr-only">mark {then}</span></th
			>
			<th
				scope="col"
				class="border-b border-rule pr-1.5 pb-1.25 text-right text-small leading-4 font-normal text-slate"
				>points of percent</th
			>
		</tr>
	</thead>
	<tbody>
		{#each would.changes as change (change.student_id)}
			<tr class={[change.mark_before !== change.mark_after && 'bg-amber-2']}>
				<th class="h-6.5 border-b border-hair pl-1.5 text-left font-normal whitespace-nowrap" scope="row"
					>{called ? called(change.student_id) : change.student}
					{#if change.number && !called}<small class="text-slate">{change.number}</small>{/if}</th
				>
				<td class="h-6.5 border-b border-hair text-right font-normal whitespace-nowrap"
					>{change.percent_before ?? '—'}</td
				>
				<td class="h-6.5 border-b border-hair pl-2 text-left font-normal whitespace-nowrap"
					>{change.mark_before ?? ''}</td
				>
				<td class="h-6.5 border-b border-hair text-right font-normal whitespace-nowrap"
					>{change.percent_after ?? '—'}</td
				>
				<td class="h-6.5 border-b border-hair pl-2 text-left font-normal whitespace-nowrap"
					><b class="font-semibold">{change.mark_after ?? ''}</b></td
				>
				<td class="h-6.5 border-b border-hair pr-1.5 text-right font-normal whitespace-nowrap"
					>{change.difference}</td
				>
			</tr>
		{/each}
	</tbody>
</table>
