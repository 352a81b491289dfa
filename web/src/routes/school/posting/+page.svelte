<script lang="ts">
	import PostingStation from '$lib/places/school/posting/PostingStation.svelte';
</script>

<PostingStation />
