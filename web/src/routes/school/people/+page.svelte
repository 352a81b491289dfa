<script lang="ts">
	import People from '$lib/places/school/people/People.svelte';
</script>

<People />
