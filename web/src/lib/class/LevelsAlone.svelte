<script lang="ts">
	/** Said in place of what percents would show, where a term has levels alone. */
	import { thisClass } from '$lib/class/thisClass';

	let { term, termId }: { term: string; termId: number } = $props();
	const here = thisClass();
</script>

<p class="max-w-160 py-3 text-large leading-5.75 text-slate">
	{term} has levels alone: no percent is made of them, and no mark. How the class stands in each standard is seen
	<a class="link" href="/class/{here.id}/scores/standard?term={termId}">by standard</a>.
</p>
