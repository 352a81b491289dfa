<script lang="ts">
	import Letter from '$lib/places/sign-in/Letter.svelte';
</script>

<Letter />
