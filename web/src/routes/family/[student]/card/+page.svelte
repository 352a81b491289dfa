<script lang="ts">
	import Card from '$lib/places/family/Card.svelte';
</script>

<Card />
