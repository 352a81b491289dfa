<script lang="ts">
	import Spread from '$lib/places/spread/Spread.svelte';
</script>

<Spread />
