<script lang="ts">
	import Outbox from '$lib/places/school/people/Outbox.svelte';
</script>

<Outbox />
