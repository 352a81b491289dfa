<script lang="ts">
	import Setup from '$lib/places/setup/Setup.svelte';
</script>

<Setup />
