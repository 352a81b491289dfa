<script lang="ts">
	import Today from '$lib/places/today/Today.svelte';
</script>

<Today />
