<script lang="ts">
	import { page } from '$app/state';
	import Sheet from '$lib/places/sheet/Sheet.svelte';
</script>

<Sheet secret={page.params['secret'] ?? ''} />
