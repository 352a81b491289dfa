<script lang="ts">
	import OpenedWork from '$lib/places/scores/opened/OpenedWork.svelte';
</script>

<OpenedWork />
