<script lang="ts">
	/** Recovery codes, which are told once. */
	let { codes, onkept }: { codes: readonly string[]; onkept: () => unknown } = $props();
	let isCopied = $state(false);

	async function copy(): Promise<void> {
		await navigator.clipboard.writeText(codes.join('\n'));
		isCopied = true;
	}
</script>

<div role="group" aria-label="Recovery codes">
	<p class="max-w-130">
		Keep these recovery codes where you would keep a spare key. Each stands in for the app once; they are not
		shown again.
	</p>
	<ul class="num my-3 grid max-w-150 grid-cols-2 gap-x-8 gap-y-1 text-large max-md:grid-cols-1">
		{#each codes as each (each)}<li>{each}</li>{/each}
	</ul>
	<p class="flex flex-wrap gap-2">
		<button class="btn" onclick={onkept}>I have kept them</button>
		<button class="btn quiet" onclick={copy}>{isCopied ? 'Copied' : 'Copy them'}</button>
		<button class="btn quiet" onclick={() => window.print()}>Print this page</button>
	</p>
</div>
