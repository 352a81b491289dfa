<script lang="ts">
	import Forgotten from '$lib/places/sign-in/Forgotten.svelte';
</script>

<Forgotten />
