<script lang="ts">
	/** The school's scales and codes, which every class can take. A change of one in use says first whose grades move. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Failed from '$lib/app/Failed.svelte';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping } from '../keeping';
	import Codes from './Codes.svelte';
	import ScaleForm from './ScaleForm.svelte';

	const school = thisKeeping().school_id;
	const found = createQuery(() => fetched.schoolScales(school));
	/** The scale that is open, or a new one. */
	let opened = $state<number | 'new' | null>(null);
	const marks = (bands: { mark: string; min: string }[]) =>
		bands.map((each) => `${each.mark} ${each.min}`).join(', ');
</script>

{#if found.isPending}<p class="text-slate" role="status">Opening the scales…</p>
{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
{:else}
	<section class="grid max-w-215 grid-cols-1 gap-2" aria-labelledby="scales">
		<h2 class="text-title leading-7" id="scales">Scales</h2>
		<p class="text-slate">
			A new class begins with the first. Teachers choose among these, and make their own. Before one that
			classes use is changed, you see whose grades move; what was posted stays as it was.
		</p>
		<ul>
			{#each found.data.scales as each (each.id)}
				<li class="border-b border-hair py-2">
					<div class="flex flex-wrap items-baseline gap-x-4">
						<b class="font-semibold">{each.name}</b>
						<span
							class="min-w-0 flex-1 truncate text-slate max-md:flex-[1_0_100%] max-md:whitespace-normal"
							title={marks(each.bands)}>{marks(each.bands)}</span
						>
						<span class="text-slate"
							>{each.uses ? `used by ${counted(each.uses, 'class', 'classes')}` : 'not in use'}</span
						>
						<button
							class="link"
							aria-expanded={opened === each.id}
							onclick={() => (opened = opened === each.id ? null : each.id)}
							>Change<span class="sr-only"> {each.name}</span></button
						>
					</div>
					{#if opened === each.id}<ScaleForm scale={each} ondone={() => (opened = null)} />{/if}
				</li>
			{/each}
		</ul>
		{#if opened === 'new'}<ScaleForm scale={null} ondone={() => (opened = null)} />
		{:else}<p><button class="btn quiet" onclick={() => (opened = 'new')}>Add a scale</button></p>{/if}
	</section>
	<Codes codes={found.data.codes} />
{/if}
