<script lang="ts">
	import LooseEnds from '$lib/places/loose-ends/LooseEnds.svelte';
</script>

<LooseEnds />
