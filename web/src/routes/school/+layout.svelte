<script lang="ts">
	import type { Snippet } from 'svelte';
	import { signed } from '$lib/app/session.svelte';
	import School from '$lib/places/school/School.svelte';

	let { children }: { children: Snippet } = $props();
</script>

{#key signed.current?.school_id}
	<School>{@render children()}</School>
{/key}
