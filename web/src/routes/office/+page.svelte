<script lang="ts">
	import Office from '$lib/places/office/Office.svelte';
</script>

<Office />
