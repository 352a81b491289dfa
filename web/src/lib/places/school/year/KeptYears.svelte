<script lang="ts">
	/** For how many years the school keeps what it knows of somebody who has left. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { thisKeeping } from '../keeping';

	const keeping = thisKeeping();
	const found = createQuery(() => fetched.records(keeping.school_id));
	/** What is typed; null while the field shows what is kept. */
	let typed = $state<number | null>(null);
	const years = $derived(typed ?? found.data?.kept_years ?? 0);
</script>

{#if found.data}
	<section class="grid max-w-215 gap-2" aria-labelledby="kept-years">
		<h2 id="kept-years">Records of who has left</h2>
		<p class="text-slate">
			After so many years they may be erased, one by one, under People: names go, and what was written; scores
			stay as of nobody.
		</p>
		<Form
			label="Records of who has left"
			class="flex flex-wrap items-end gap-x-3 gap-y-2"
			send={() => keeping.keepFor(years)}
			ondone={() => {
				typed = null;
				notice.say('Kept.');
			}}
		>
			<Field
				name="kept_years"
				label="Years"
				kind="number"
				min={0}
				max={99}
				bind:value={() => years, (value) => (typed = Number(value))}
				required
			/>
			<button class="btn quiet">Keep them so long</button>
		</Form>
	</section>
{/if}
