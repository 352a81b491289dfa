<script lang="ts">
	import Family from '$lib/places/family/Family.svelte';
</script>

<Family />
