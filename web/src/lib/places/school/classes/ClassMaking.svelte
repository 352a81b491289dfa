<script lang="ts">
	/** Whether teachers may make classes and rosters for themselves. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { notice } from '$lib/app/notice.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import { thisKeeping } from '../keeping';

	const keeping = thisKeeping();
	const found = createQuery(() => fetched.classMaking(keeping.school_id));
</script>

{#if found.data}
	<Check
		class="mt-6"
		checked={found.data.is_allowed}
		onchange={(isOn) => notice.tried(keeping.allowClassMaking(isOn))}
		>Teachers may make classes for themselves, and say which of the school’s students are in them</Check
	>
{/if}
