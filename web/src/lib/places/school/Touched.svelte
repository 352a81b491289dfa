<script lang="ts">
	/** What a change would do to classes, before it is kept. */
	let { words, onkeep, onleave }: { words: string[]; onkeep: () => unknown; onleave: () => unknown } =
		$props();
</script>

<section class="grid gap-2 border-y border-amber py-3" aria-label="What it would change">
	<p class="font-semibold text-amber-ink">This touches classes:</p>
	<ul>
		{#each words as line (line)}<li>{line}</li>{/each}
	</ul>
	<p class="flex gap-2">
		<button type="button" class="btn" onclick={() => onkeep()}>Keep it all the same</button>
		<button type="button" class="btn quiet" onclick={() => onleave()}>Leave it as it was</button>
	</p>
</section>
