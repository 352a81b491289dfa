<script lang="ts">
	import Scores from '$lib/places/scores/Scores.svelte';
</script>

<Scores />
