<script lang="ts">
	/** The school's codes: letters that stand in place of a score, and what they do to the grade. */
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { thisSetting } from '../setting';
	import Touched from '../Touched.svelte';

	let { codes }: { codes: Shapes['SchoolCodeOut'][] } = $props();
	const setting = thisSetting();
	const effects: [string, string][] = [
		['leave_out', 'leaves the work out'],
		['zero', 'counts as zero'],
		['full', 'counts as full points'],
		['percent', 'counts as a percent']
	];
	const nothing = {
		id: null as number | null,
		code: '',
		name: '',
		effect: 'leave_out',
		percent: '',
		missing: false
	};
	let form = $state({ ...nothing });

	/** What it would do to classes, until one says so. */
	let touched = $state<string[]>([]);

	async function keep(isSure = false): Promise<void> {
		const { id, ...given } = form;
		const body = { ...given, over_100_meant: false };
		touched = isSure || id === null ? [] : await setting.tryCode(id, body);
		if (touched.length) return;
		await (id === null ? setting.addCode(body) : setting.code(id, body));
		notice.say(`${form.code.toUpperCase()} is kept.`);
		leave();
	}

	function leave(): void {
		form = { ...nothing };
		touched = [];
	}

	const does = (each: Shapes['SchoolCodeOut']) =>
		each.effect === 'percent'
			? `counts as ${each.percent} %`
			: effects.find(([effect]) => effect === each.effect)?.[1];
</script>

<section class="mt-8 grid max-w-215 grid-cols-1 gap-2" aria-labelledby="codes">
	<h2 class="text-title leading-7" id="codes">Codes</h2>
	<p class="text-slate">Typed in place of a score. One that scores hold keeps its letters.</p>
	<div class="relative overflow-x-auto">
		<table class="rows" aria-labelledby="codes">
			<thead
				><tr
					><th scope="col">Code</th><th scope="col">Says</th><th scope="col">Does</th><th scope="col"
						><span class="sr-only">Acts</span></th
					></tr
				></thead
			>
			<tbody>
				{#each codes as each (each.id)}
					<tr>
						<th scope="row"><b class="font-semibold">{each.code}</b></th>
						<td>{each.name}</td>
						<td class="text-slate">{does(each)}{each.missing ? ', is missing' : ''}</td>
						<td class="text-right whitespace-nowrap">
							<button
								class="link"
								onclick={() =>
									(form = {
										id: each.id,
										code: each.code,
										name: each.name,
										effect: each.effect,
										percent: each.percent,
										missing: each.missing
									})}>Change<span class="sr-only"> {each.code}</span></button
							>
							{#if each.is_used}<span class="ml-3 text-slate">in use</span>
							{:else}<button
									class="link ml-3"
									onclick={() => notice.tried(setting.removeCode(each.id), `${each.code} is taken away.`)}
									>Take away<span class="sr-only"> {each.code}</span></button
								>{/if}
						</td>
					</tr>
				{:else}<tr><td colspan="4" class="text-slate">No codes yet.</td></tr>{/each}
			</tbody>
		</table>
	</div>
	<Form
		label={form.id === null ? 'A new code' : `The code ${form.code}`}
		class="flex flex-wrap items-end gap-x-3 gap-y-2"
		send={() => keep()}
	>
		<div class="w-20">
			<Field name="code" label="Code" bind:value={form.code} required autocomplete="off" />
		</div>
		<div class="w-44">
			<Field name="name" label="Says" bind:value={form.name} required autocomplete="off" />
		</div>
		<Field name="effect" label="Does">
			{#snippet control(given)}
				<Select id={given.id} class="field w-44" bind:value={form.effect} choices={effects} />
			{/snippet}
		</Field>
		{#if form.effect === 'percent'}<div class="w-20">
				<Field name="percent" label="Percent" bind:value={form.percent} />
			</div>{/if}
		<Check class="pb-1" bind:checked={form.missing}>is missing work</Check>
		{#if touched.length}
			<div class="w-full">
				<Touched words={touched} onkeep={() => notice.tried(keep(true))} onleave={leave} />
			</div>
		{:else}
			<button class="btn quiet">{form.id === null ? 'Add it' : 'Keep it'}</button>
			{#if form.id !== null}<button type="button" class="link pb-1.5" onclick={leave}>Leave it</button>{/if}
		{/if}
	</Form>
</section>
