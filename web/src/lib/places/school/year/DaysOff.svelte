<script lang="ts">
	/** The year's days without school: what is due and how many school days are left goes by them. */
	import { notice } from '$lib/app/notice.svelte';
	import DayField from '$lib/ui/form/DayField.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { longDay } from '$lib/words/days';
	import { thisSetting, type SchoolYear } from '../setting';

	let { year }: { year: SchoolYear } = $props();
	const setting = thisSetting();
	let form = $state({ first: '', last: '' });
	const pairs = $derived(year.days_off.map(([first = '', last = '']): [string, string] => [first, last]));

	function set(days_off: [string, string][]) {
		const { year_id: id, year: name, starts, ends } = year;
		return setting.year(id, { name, starts, ends, days_off });
	}

	const said = ([first, last]: [string, string]) =>
		first === last ? longDay(first) : `${longDay(first)} to ${longDay(last)}`;
</script>

<section class="grid max-w-215 gap-2" aria-labelledby="days-off">
	<h2 id="days-off">Days without school</h2>
	<ul class="columns-2 gap-10 max-md:columns-1">
		{#each pairs as pair (pair.join())}
			<li class="flex min-h-8 items-center justify-between gap-4 border-b border-hair">
				{said(pair)}
				<button class="link" onclick={() => notice.tried(set(pairs.filter((each) => each !== pair)))}
					>Take away<span class="sr-only"> {said(pair)}</span></button
				>
			</li>
		{:else}<li class="text-slate">Weekends alone. Add holidays as they are known.</li>{/each}
	</ul>
	<Form
		label="Days without school"
		class="flex flex-wrap items-end gap-x-3 gap-y-2"
		send={() => set([...pairs, [form.first, form.last || form.first]])}
		ondone={() => (form = { first: '', last: '' })}
	>
		<DayField name="days_off" label="First day off" bind:value={form.first} required />
		<DayField name="last" label="Last day off, if more than one" bind:value={form.last} />
		<button class="btn quiet">Add them</button>
	</Form>
</section>
