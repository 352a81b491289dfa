<script lang="ts">
	import FileDraft from '$lib/places/school/draft/FileDraft.svelte';
</script>

<FileDraft />
