<script lang="ts">
	import Roster from '$lib/places/roster/Roster.svelte';
</script>

<Roster />
