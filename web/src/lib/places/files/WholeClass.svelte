<script lang="ts">
	/** The class as a file that something else can open. */
	import { thisClass } from '$lib/class/thisClass';
	import Check from '$lib/ui/check/Check.svelte';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';

	const here = thisClass();
	let hasAliases = $state(false);
	let naming = $state<'names' | 'aliases' | 'numbers'>('names');
</script>

<h2>The whole class</h2>
<div class="max-w-160">
	<section class="border-b border-hair py-3" aria-label="A workbook that keeps calculating">
		<h3 class="text-large">A workbook that keeps calculating</h3>
		<p class="py-1">
			Scores, categories and terms on sheets of their own, all grades as formulas: a score that is changed in
			a spreadsheet changes percent and mark there as it would here. Its first page says what it cannot
			calculate.
		</p>
		<p class="flex items-center gap-4 py-1">
			<a class="btn small" href="/api/v1/classes/{here.id}/workbook.xlsx?aliases={hasAliases}" download
				>Save the workbook</a
			>
			<Check bind:checked={hasAliases}>aliases in place of names</Check>
		</p>
	</section>
	<section class="py-3" aria-label="An open gradebook file">
		<h3 class="text-large">An open gradebook file</h3>
		<p class="py-1">
			Everything that makes a grade, in a format that is written down and free: plan, scores, overrides.
			Comments and the history are not in it.
		</p>
		<p class="flex flex-wrap items-center gap-4 py-1">
			<a class="btn small" href="/api/v1/classes/{here.id}/gradebook.json?naming={naming}" download
				>Save the gradebook file</a
			>
			<Segmented
				label="Students by"
				value={naming}
				onchange={(way) => (naming = way)}
				choices={[
					['names', 'name'],
					['aliases', 'alias'],
					['numbers', 'a number that tells nothing']
				]}
			/>
		</p>
	</section>
</div>
