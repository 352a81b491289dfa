<script lang="ts">
	/** A scale of the school: its name, and its marks one a line. */
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { thisSetting } from '../setting';
	import Touched from '../Touched.svelte';
	import { levelsIn } from './standards';

	let { scale, ondone }: { scale: Shapes['SchoolScaleOut'] | null; ondone: () => unknown } = $props();
	const setting = thisSetting();
	// The form begins with what is kept, and is made anew for another scale.
	// svelte-ignore state_referenced_locally
	let form = $state({
		name: scale?.name ?? '',
		out_of: scale?.out_of ?? '100',
		marks:
			scale?.bands.map((each) => [each.mark, each.min, each.value].filter(Boolean).join(' ')).join('\n') ?? ''
	});

	/** What it would do to classes, until one says so. */
	let touched = $state<string[]>([]);

	async function keep(isSure = false): Promise<void> {
		const bands = levelsIn(form.marks).map(({ mark, min, value }) => ({ mark, min, value: value ?? '' }));
		const body = { name: form.name, out_of: form.out_of, bands };
		touched = isSure || !scale?.uses ? [] : await setting.tryScale(scale.id, body);
		if (touched.length) return;
		await (scale ? setting.scale(scale.id, body) : setting.addScale(body));
		notice.say(`${form.name} is kept.`);
		ondone();
	}

	async function remove(): Promise<void> {
		await notice.tried(setting.removeScale(scale!.id).then(ondone), `${scale!.name} is taken away.`);
	}
</script>

<Form
	label={scale ? `The scale ${scale.name}` : 'A new scale'}
	class="mt-2 mb-1 grid max-w-140 grid-cols-[1fr_120px] gap-3"
	send={() => keep()}
>
	<Field name="name" label="Name" bind:value={form.name} required />
	<Field name="out_of" label="Out of" bind:value={form.out_of} />
	<div class="col-span-full">
		<Field
			name="bands"
			label="Marks, one a line, from the highest: the mark, and from where on it is given"
			hint="a second number is what the mark counts as, where marks are counted: Pass 60 80"
			kind="lines"
			bind:value={form.marks}
			required
		/>
	</div>
	{#if touched.length}
		<div class="col-span-full">
			<Touched words={touched} onkeep={() => notice.tried(keep(true))} onleave={ondone} />
		</div>
	{:else}
		<p class="col-span-full flex gap-2">
			<button class="btn small">Keep it</button>
			<button type="button" class="btn quiet small" onclick={ondone}>Leave it</button>
			{#if scale && !scale.uses}<button type="button" class="btn quiet small" onclick={remove}
					>Take it away</button
				>{/if}
		</p>
	{/if}
</Form>
