<script lang="ts">
	import Register from '$lib/places/school/register/Register.svelte';
</script>

<Register />
