<script lang="ts">
	import Letters from '$lib/places/school/people/Letters.svelte';
</script>

<Letters />
