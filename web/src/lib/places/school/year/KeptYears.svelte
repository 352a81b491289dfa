<script lang="ts">
	/** For how many years the school keeps what it knows of somebody who has left, and its audit. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import type { Shapes } from '$lib/api/client';
	import { thisKeeping } from '../keeping';

	const keeping = thisKeeping();
	const found = createQuery(() => fetched.records(keeping.school_id));
	/** What is typed, while a field does not show what is kept. */
	let typed = $state<Partial<Shapes['RecordsIn']>>({});
	const years = $derived({ kept_years: 0, audit_years: 1, ...found.data, ...typed });
</script>

{#if found.data}
	<section class="grid max-w-215 gap-2" aria-labelledby="kept-years">
		<h2 id="kept-years">How long records are kept</h2>
		<p class="text-slate">
			So many years after they have left, people may be erased, one by one, under People: names go, and what
			was written; scores stay as of nobody. Lines of the audit go by themselves once they are older than you
			say.
		</p>
		<Form
			label="How long records are kept"
			class="flex flex-wrap items-end gap-x-3 gap-y-2"
			send={() => keeping.keepFor(years)}
			ondone={() => {
				typed = {};
				notice.say('Kept.');
			}}
		>
			<Field
				name="kept_years"
				label="Years after leaving"
				kind="number"
				min={0}
				max={99}
				bind:value={() => years.kept_years, (value) => (typed = { ...typed, kept_years: Number(value) })}
				required
			/>
			<Field
				name="audit_years"
				label="Years of the audit"
				kind="number"
				min={1}
				max={99}
				bind:value={() => years.audit_years, (value) => (typed = { ...typed, audit_years: Number(value) })}
				required
			/>
			<button class="btn quiet">Keep them so long</button>
		</Form>
	</section>
{/if}
