<script lang="ts">
	/** A new class, or many typed or pasted one a line. */
	import { notice } from '$lib/app/notice.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import Tabs from '$lib/ui/tabs/Tabs.svelte';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping } from '../keeping';

	let { year, onadded }: { year: number | null; onadded: (id: number | null) => unknown } = $props();
	const keeping = thisKeeping();
	let way = $state<'one' | 'many'>('one');
	let form = $state({ name: '', section: '', room: '', times: '' });
	let text = $state('');
	let made: number | null = null;
	let count = 0;

	async function addOne(): Promise<void> {
		made = (await keeping.addClass({ year: year!, ...form, teachers: [] })).id;
	}

	async function addMany(): Promise<void> {
		count = (await keeping.addClasses({ year: year!, text })).count;
	}
</script>

{#snippet addsOne()}
	<Form
		label="A new class"
		send={addOne}
		ondone={() => {
			notice.say(`${form.name} ${form.section} is made. Say who teaches it, and who is in it.`);
			return onadded(made);
		}}
	>
		<Field name="name" label="Name" placeholder="Geography 8" bind:value={form.name} required />
		<Field name="section" label="Section" placeholder="B" bind:value={form.section} />
		<Field name="room" label="Room" bind:value={form.room} />
		<Field name="times" label="When" placeholder="Tue Thu Fri 10:20" bind:value={form.times} />
		<p><button class="btn">Make the class</button></p>
	</Form>
{/snippet}

{#snippet addsMany()}
	<Form
		label="New classes"
		send={addMany}
		ondone={() => {
			notice.say(`${counted(count, 'class', 'classes')} made.`);
			return onadded(null);
		}}
	>
		<Field
			name="text"
			label="One a line: name; section; room; when; teacher"
			hint="semicolons or tabs between, as pasted from a spreadsheet; a teacher by sign-in, e-mail or whole name"
			kind="lines"
			placeholder="Geography 8; B; Room 14; Tue Thu Fri 10:20; Odalys Brandt"
			bind:value={text}
			required
		/>
		<p><button class="btn">Make them</button></p>
	</Form>
{/snippet}

<h2 class="mb-2">New classes</h2>
{#if year === null}
	<p class="text-slate">
		There is no school year yet. Make it in <a class="link" href="/school/year">Year</a>; classes belong to
		one.
	</p>
{:else}
	<Tabs
		label="How many"
		choices={[
			['one', 'One'],
			['many', 'Many, as text']
		]}
		bind:value={way}
	>
		{#snippet panel(shown)}{#if shown === 'one'}{@render addsOne()}{:else}{@render addsMany()}{/if}{/snippet}
	</Tabs>
{/if}
