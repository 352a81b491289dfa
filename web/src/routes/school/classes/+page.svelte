<script lang="ts">
	import Classes from '$lib/places/school/classes/Classes.svelte';
</script>

<Classes />
