<script lang="ts">
	/** Each part of `lib/ui` in each of its states. */
	import { Refusal } from '$lib/api/client';
	import Handle from '$lib/ui/axis/Handle.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import Combobox from '$lib/ui/combobox/Combobox.svelte';
	import DataTable from '$lib/ui/data-table/DataTable.svelte';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import Sheet from '$lib/ui/dialog/Sheet.svelte';
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import DayField from '$lib/ui/form/DayField.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Kept from '$lib/ui/form/Kept.svelte';
	import InPlace from '$lib/ui/InPlace.svelte';
	import Menu from '$lib/ui/menu/Menu.svelte';
	import Options from '$lib/ui/options/Options.svelte';
	import Popover from '$lib/ui/popover/Popover.svelte';
	import Progress from '$lib/ui/progress/Progress.svelte';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import Slider from '$lib/ui/slider/Slider.svelte';
	import Switch from '$lib/ui/switch/Switch.svelte';
	import Tabs from '$lib/ui/tabs/Tabs.svelte';
	import Tooltip from '$lib/ui/tooltip/Tooltip.svelte';

	const ways = [
		['line', 'on a line'],
		['table', 'as a table']
	] as const;
	const terms = [
		['1', 'Quarter 1'],
		['2', 'Quarter 2'],
		['3', 'Quarter 3, with a name that is longer than there is room for']
	] as const;
	const students = ['Adeyemi, Tolu', 'Åkerlund, Signe', 'Bashir, Hamza'];
	const acts = [
		{ key: 'w', words: 'How the grade comes about', act: () => {} },
		{ words: 'Without a letter of its own', act: () => {} }
	];

	let way = $state<'line' | 'table'>('line');
	let term = $state('2');
	let day = $state('2032-01-14');
	let query = $state('');
	let chosen = $state('');
	let points = $state(42);
	let begins = $state(80);
	let named = $state('8 B');
	let inPlace = $state('Fieldwork');
	let isShown = $state(true);
	let isOpen = $state(false);
	let isAsking = $state(false);
	let isChoosing = $state(false);
	let button = $state<HTMLElement>();
	let menu = $state<DOMRect | null>(null);
	const found = $derived(
		students.filter((each) => query && each.toLowerCase().includes(query.toLowerCase()))
	);
	const refused = (what: string) => Promise.reject(new Refusal(what, 422, 'named'));
</script>

<svelte:head><title>Parts · Hoarfrost</title></svelte:head>

{#snippet part(name: string)}
	<h2 class="mt-5 mb-2 border-b border-hair text-large font-semibold">{name}</h2>
{/snippet}

<main class="max-w-250 px-6 pt-3 pb-16 max-md:px-4">
	<h1 class="text-title leading-6 font-[650] tracking-[-0.02em]">Parts</h1>

	{@render part('Buttons')}
	<p class="flex flex-wrap items-center gap-3">
		<button class="btn">Post 16 grades</button><button class="btn" disabled>Nothing to post</button>
		<button class="btn quiet">More</button><button class="btn quiet" disabled>No more</button>
		<button class="link">Working</button><a class="link" href="/ui">A link</a>
	</p>

	{@render part('One of several')}
	<div class="flex flex-wrap items-start gap-8">
		<Segmented label="How it is shown" choices={ways} value={way} onchange={(to) => (way = to)} />
		<Options label="How it is read" choices={ways} bind:value={way} />
		<div class="grid w-50 grid-cols-[minmax(0,1fr)] gap-2">
			<Select label="Term" choices={terms} bind:value={term} />
			<Select label="Nothing chosen" choices={terms} placeholder="choose a term" />
			<Select label="Refused" choices={terms} value="3" invalid="true" />
			<Select label="Not now" choices={terms} value="1" disabled />
		</div>
		<div class="w-60">
			<Combobox
				label="A student"
				found={found.map((name) => ({ id: name, name, words: '8 B' }))}
				bind:query
				placeholder="a part of the name"
				onchoose={({ name }) => (chosen = name)}
			/>
			<p class="mt-1 text-slate" role="status">{chosen || 'Nobody yet'}</p>
		</div>
	</div>

	<div class="mt-4">
		<Tabs label="How many" choices={ways} bind:value={way}>
			{#snippet panel(shown)}<p>What is shown {shown === 'line' ? 'on a line' : 'as a table'}.</p>{/snippet}
		</Tabs>
	</div>

	{@render part('Yes or no')}
	<p class="flex flex-wrap gap-5">
		<Check>aliases</Check><Check checked>ice levels</Check><Check mixed>some of them</Check>
		<Check disabled>not now</Check><Check checked disabled>always</Check>
		<Switch checked={isShown} onchange={(is) => (isShown = is)}>show it before it is posted</Switch>
		<Switch checked={!isShown} onchange={(is) => (isShown = !is)} label="The other way round" />
	</p>

	{@render part('Fields')}
	<Form label="Fields" class="grid max-w-120 gap-3" send={() => refused('There is another of this name.')}>
		<Field name="named" label="Name" hint="As families read it" bind:value={named} required />
		<DayField name="day" label="Due" bind:value={day} />
		<Field name="why" label="Reason" kind="lines" />
		<p><button class="btn">Be refused</button></p>
	</Form>
	<div class="mt-3 flex max-w-120 flex-wrap items-end gap-5">
		<Kept label="Kept on leaving" value="Room 14" keep={() => refused('The room is taken.')} />
		<InPlace
			label="Name of the category"
			value={inPlace}
			save={(text) => Promise.resolve((inPlace = text))}
		/>
		<DateField label="A day" bind:value={day} />
		<DateField label="No day" placeholder="14 Jan" />
	</div>
	<Slider
		label="Points"
		value={points}
		max={50}
		words="{points} of 50"
		onchange={(to) => (points = to)}
		class="mt-4 max-w-80"
	/>
	<div class="relative mt-4 h-8 w-80 border-t border-rule">
		<Handle
			label="Where B begins"
			value={begins}
			at={(begins - 60) * 8}
			top={4}
			per={1 / 8}
			between={[60, 100]}
			on={{ move: () => {}, keep: (to) => (begins = to) }}
		/>
	</div>
	<div class="mt-4 max-w-120">
		<FileChoose label="A file" hint="CSV, workbook or ODS" onchoose={({ name }) => (chosen = name)} />
	</div>

	<p class="mt-4"><Progress label="How far it is" done={12} total={29} /></p>

	{@render part('What opens')}
	<p class="flex flex-wrap gap-3">
		<button class="btn quiet" onclick={() => (isOpen = true)}>A dialog</button>
		<button class="btn quiet" onclick={() => (isAsking = true)}>One that asks</button>
		<Sheet title="Beside the page">
			{#snippet trigger({ props })}<button class="btn quiet" {...props}>A sheet</button>{/snippet}
			<p>What is looked through beside the page.</p>
		</Sheet>
		<button
			class="btn quiet"
			bind:this={button}
			aria-haspopup="dialog"
			aria-expanded={isChoosing}
			onclick={() => (isChoosing = !isChoosing)}>A popover</button
		>
		{#if button}
			<Popover bind:open={isChoosing} beside={button} back={button}>
				<p>What is chosen beside its button.</p>
			</Popover>
		{/if}
		<Tooltip words="Told while one points at it or has gone to it">
			{#snippet trigger({ props })}<button class="btn quiet" {...props}>A tooltip</button>{/snippet}
		</Tooltip>
		<button class="btn quiet" onclick={(event) => (menu = event.currentTarget.getBoundingClientRect())}
			>A menu</button
		>
	</p>
	<Fold title="What is needed now and then" words="3 of 5 set"><p>It is folded away.</p></Fold>

	{@render part('A table')}
	<DataTable
		label="Students"
		heads={['Student', '.Acts']}
		rows={students}
		empty="Nobody yet."
		rest={{
			count: 3000,
			pages: { hasNextPage: true, isFetchingNextPage: false, fetchNextPage: async () => {} }
		}}
	>
		{#snippet row(name)}
			<tr><th scope="row"><a data-open class="link" href="/ui">{name}</a></th><td>8 B</td></tr>
		{/snippet}
	</DataTable>
	<DataTable label="No students" heads={['Student']} rows={[]} empty="Nobody fits that.">
		{#snippet row(name)}<tr><th scope="row">{name}</th></tr>{/snippet}
	</DataTable>
</main>

<Dialog bind:open={isOpen} title="A dialog"><p>It closes with Esc.</p></Dialog>
<Dialog bind:open={isAsking} title="Is it meant?" asks>
	<p class="mb-3">It is answered.</p>
	<button class="btn" onclick={() => (isAsking = false)}>Yes</button>
</Dialog>
{#if menu}<Menu {acts} beside={menu} onclose={() => void (menu = null)} />{/if}
