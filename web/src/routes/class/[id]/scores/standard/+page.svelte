<script lang="ts">
	import ByStandard from '$lib/places/scores/by-standard/ByStandard.svelte';
</script>

<ByStandard />
