<script lang="ts">
	/** What could not be fetched: why, and a way to try again. */
	import { words } from '$lib/api/client';

	let { error, retry }: { error: unknown; retry: () => unknown } = $props();
</script>

<p class="problem" role="alert">{words(error)}</p>
<button class="btn mt-3" onclick={() => retry()}>Try again</button>
