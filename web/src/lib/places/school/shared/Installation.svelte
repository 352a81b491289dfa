<script lang="ts">
	/** What of the installation is well and what is not, in words, worst first. */
	import { createQuery } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { thisKeeping } from '../keeping';

	const school = thisKeeping().school_id;
	const found = createQuery(() => fetched.installation(school));
</script>

<h2 class="mb-2">Installation</h2>
{#if found.isPending}<p class="text-slate" role="status">Looking at each part…</p>
{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
{:else}
	<p class="mb-2 text-slate">
		What Hoarfrost stands on. Tell whoever runs it of what is marked; what is entered is kept meanwhile.
	</p>
	<ul class="max-w-160 border-t border-rule">
		{#each found.data as each (each.name)}
			<li class="grid grid-cols-[110px_1fr] gap-x-3 border-b border-hair py-2">
				<b class={['font-semibold', !each.is_well && 'text-amber-ink']}
					>{each.name}{each.is_well ? '' : ': look'}</b
				>
				<span>{each.words}</span>
			</li>
		{/each}
	</ul>
	<button class="btn quiet mt-3" onclick={() => found.refetch()}>Look again</button>
{/if}
