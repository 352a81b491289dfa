<script lang="ts">
	/** Where everybody stands, as a table. */
	import { nameOf, type Spread } from './line';

	let {
		spread,
		hasAliases,
		onselect
	}: { spread: Spread; hasAliases: boolean; onselect: (student: number) => void } = $props();
</script>

<table class="num w-full" aria-label="Students by percent">
	<thead>
		<tr class="text-small text-slate">
			<th scope="col" class="h-8 border-b border-rule text-left font-normal">Student</th>
			<th scope="col" class="border-b border-rule text-right font-normal">percent</th>
			<th scope="col" class="border-b border-rule pl-3 text-left font-normal">mark</th>
			{#if spread.then}<th scope="col" class="border-b border-rule text-right font-normal">in the draft</th>
				<th scope="col" class="border-b border-rule pl-3 text-left font-normal">mark</th>{/if}
			<th scope="col" class="border-b border-rule pl-3 text-left font-normal">in place of it</th>
		</tr>
	</thead>
	<tbody>
		{#each spread.dots as dot (dot.student_id)}
			<tr class="border-b border-hair">
				<th scope="row" class="h-7 text-left font-normal"
					><button class="min-h-6 hover:underline" onclick={() => onselect(dot.student_id)}
						>{nameOf(dot, hasAliases)}</button
					></th
				>
				<td class="text-right">{dot.now?.percent ?? '—'}</td>
				<td class="pl-3 font-semibold">{dot.now?.mark ?? ''}</td>
				{#if spread.then}<td class={['text-right', dot.is_lower && 'text-rowan']}
						>{dot.then?.percent ?? '—'}</td
					>
					<td class="pl-3 font-semibold">{dot.then?.mark ?? ''}</td>{/if}
				<td class="pl-3 text-amber-ink">{dot.override ?? ''}</td>
			</tr>
		{/each}
	</tbody>
</table>
