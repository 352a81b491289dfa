<script lang="ts">
	import Send from '$lib/places/send/Send.svelte';
</script>

<Send />
