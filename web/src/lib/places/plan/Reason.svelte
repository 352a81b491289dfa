<script lang="ts">
	/** Why a field of the open assignment was refused, beside it. */
	import type { OpenAssignment } from './openAssignment.svelte';

	let { open, field }: { open: OpenAssignment; field: string } = $props();
</script>

{#if open.problem?.field === field}<span class="problem block text-small leading-4" role="alert"
		>{open.problem.text}</span
	>{/if}
