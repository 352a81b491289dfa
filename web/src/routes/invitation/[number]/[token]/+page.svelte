<script lang="ts">
	import Invitation from '$lib/places/sign-in/Invitation.svelte';
</script>

<Invitation />
