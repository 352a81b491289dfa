<script lang="ts">
	import Shared from '$lib/places/school/shared/Shared.svelte';
</script>

<Shared />
