<script lang="ts">
	import Stack from '$lib/places/stack/Stack.svelte';
</script>

<Stack />
