<script lang="ts">
	import Families from '$lib/places/families/Families.svelte';
</script>

<Families />
