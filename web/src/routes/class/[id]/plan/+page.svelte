<script lang="ts">
	import Plan from '$lib/places/plan/Plan.svelte';
</script>

<Plan />
