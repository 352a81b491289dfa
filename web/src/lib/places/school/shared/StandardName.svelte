<script lang="ts">
	/** A standard is called otherwise, or is the same as another one: all that hangs on it goes along. */
	import { notice } from '$lib/app/notice.svelte';
	import { words } from '$lib/api/client';
	import Select from '$lib/ui/select/Select.svelte';
	import Touched from '../Touched.svelte';
	import { thisSetting } from '../setting';

	let {
		names,
		onrenamed
	}: {
		/** The school's standards. */
		names: string[];
		/** It is done. */
		onrenamed: (name: string, to: string) => void;
	} = $props();
	const setting = thisSetting();
	let form = $state({ name: '', how: 'name', to: '', other: '' });
	const isSame = $derived(form.how === 'same');
	const to = $derived(isSame ? form.other : form.to.trim());
	let problem = $state('');
	/** What it would do, until one says so. */
	let touched = $state<string[]>([]);

	async function keep(isSure: boolean): Promise<void> {
		const body = { name: form.name, to, is_same: isSame };
		try {
			const moved = isSure ? [] : await setting.tryStandardName(body);
			problem = '';
			touched = isSure
				? []
				: isSame
					? [`${form.name} goes into ${to}, with all its evidence. That cannot be taken back.`, ...moved]
					: moved;
			if (touched.length) return;
			await setting.standardName(body);
			onrenamed(body.name, body.to);
			notice.say(
				isSame ? `${body.name} and ${body.to} are one now.` : `${body.name} is called ${body.to} now.`
			);
			form = { name: '', how: 'name', to: '', other: '' };
		} catch (error) {
			problem = words(error);
		}
	}
</script>

<div class="grid gap-2" role="group" aria-label="Call a standard otherwise">
	<p class="text-slate">
		Work, scores, levels set by hand, comments and what a window asks for go along; what was posted stays as
		it was.
	</p>
	<div class="flex flex-wrap items-center gap-2">
		<Select
			label="Which standard"
			class="field w-60"
			placeholder="A standard"
			bind:value={form.name}
			choices={names.map((name) => [name, name] as const)}
		/>
		<Select
			label="What becomes of it"
			class="field w-44"
			bind:value={form.how}
			choices={[
				['name', 'is called'],
				['same', 'is the same as']
			]}
		/>
		{#if isSame}
			<Select
				label="The other standard"
				class="field w-60"
				placeholder="Another standard"
				bind:value={form.other}
				choices={names.filter((name) => name !== form.name).map((name) => [name, name] as const)}
			/>
		{:else}<input class="field w-60" aria-label="Its name from now on" bind:value={form.to} />{/if}
		<button type="button" class="btn quiet" disabled={!form.name || !to} onclick={() => keep(false)}
			>{isSame ? 'Look at what that does' : 'Rename it'}</button
		>
	</div>
	<p class="problem" role="alert">{problem}</p>
	{#if touched.length}<Touched
			words={touched}
			onkeep={() => keep(true)}
			onleave={() => (touched = [])}
		/>{/if}
</div>
