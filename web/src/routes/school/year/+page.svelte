<script lang="ts">
	import Year from '$lib/places/school/year/Year.svelte';
</script>

<Year />
