<script lang="ts">
	import Report from '$lib/places/report/Report.svelte';
</script>

<Report />
