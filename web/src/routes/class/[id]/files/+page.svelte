<script lang="ts">
	import Files from '$lib/places/files/Files.svelte';
</script>

<Files />
