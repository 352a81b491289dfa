<script lang="ts">
	import { page } from '$app/state';
	import Link from '$lib/places/notices/Link.svelte';
</script>

<Link kind="stop" token={page.params['token'] ?? ''} />
