<script lang="ts">
	import SigningIn from '$lib/places/school/people/SigningIn.svelte';
</script>

<SigningIn />
