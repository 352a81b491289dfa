<script lang="ts">
	/** The year's terms and their reporting windows, one after another; each opens to be changed. */
	import { longDay } from '$lib/words/days';
	import { notice } from '$lib/app/notice.svelte';
	import DayField from '$lib/ui/form/DayField.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { thisSetting, type SchoolYear, type SchoolTerm } from '../setting';
	import Later from '$lib/ui/Later.svelte';

	let { year, onyear }: { year: SchoolYear; onyear: (year: number) => void } = $props();
	const setting = thisSetting();
	let opened = $state<SchoolTerm | 'new' | null>(null);
	let isMaking = $state(false);
	let form = $state({ name: '', starts: '', ends: '', days_off: [] });
	let made = 0;

	/** A year that was made by mistake; one that holds classes stays, and says so. */
	async function takeAway(): Promise<void> {
		const { year_id: id, year: name, years } = year;
		const other = years.find((each) => each.id !== id)!;
		await notice.tried(
			setting.removeYear(id).then(async () => {
				onyear(other.id);
			}),
			`${name} is taken away.`
		);
	}

	function remove(term: SchoolTerm): Promise<void> {
		return notice.tried(setting.removeTerm(term.id), `${term.name} is taken away.`);
	}
</script>

<section class="grid grid-cols-1 gap-3" aria-labelledby="terms">
	<h2 class="text-title leading-7" id="terms">Terms of {year.year}</h2>
	<div class="relative overflow-x-auto">
		<table class="rows">
			<thead
				><tr
					><th scope="col">Term</th><th scope="col">From</th><th scope="col">Until</th><th scope="col"
						>Posting</th
					><th scope="col">Families see it</th><th scope="col">Collects</th><th scope="col">Stops posting</th
					><th scope="col"><span class="sr-only">Acts</span></th></tr
				></thead
			>
			<tbody>
				{#each year.terms as term (term.id)}
					<tr>
						<th
							class={[
								'whitespace-nowrap',
								term.within !== null ? 'font-medium' : 'font-semibold',
								term.within !== null && 'pl-4'
							]}
							scope="row">{term.name}</th
						>
						<td>{longDay(term.starts)}</td>
						<td>{longDay(term.ends)}</td>
						{#if term.window}
							<td>{longDay(term.window.opens)} to {longDay(term.window.closes)}</td>
							<td>{term.window.families_from ? `from ${longDay(term.window.families_from)}` : 'at once'}</td>
							<td>{term.window.collects.join(', ')}; {term.window.comment_limit} characters</td>
							<td
								>{term.window.binding
									.map((kind) => year.check_kinds.find((each) => each.kind === kind)?.words ?? kind)
									.join(', ') || 'no grade alone'}</td
							>
						{:else}<td colspan="4" class="text-slate">no window</td>{/if}
						<td class="whitespace-nowrap">
							<button class="link" onclick={() => (opened = term)}
								>Change<span class="sr-only"> {term.name}</span></button
							>
							<button class="link ml-3" onclick={() => remove(term)}
								>Take away<span class="sr-only"> {term.name}</span></button
							>
						</td>
					</tr>
				{:else}<tr
						><td colspan="8" class="text-slate">This year has no terms yet. Begin with its semesters.</td></tr
					>{/each}
			</tbody>
		</table>
	</div>
	<p class="row flex flex-wrap items-end gap-x-3 gap-y-2">
		<button class="btn quiet" onclick={() => (opened = 'new')}>Add a term</button>
		{#if year.years.length > 1}
			<button class="link" onclick={takeAway}>Take {year.year} away</button>
		{/if}
		<button class="btn quiet" onclick={() => (isMaking = !isMaking)}>New school year</button>
	</p>
	{#if isMaking}
		<Form
			label="New school year"
			class="flex flex-wrap items-end gap-x-3 gap-y-2"
			send={async () => (made = (await setting.addYear(form)).id)}
			ondone={() => {
				isMaking = false;
				onyear(made);
			}}
		>
			<Field name="name" label="Name" placeholder="2032/33" bind:value={form.name} />
			<DayField name="starts" label="First day" bind:value={form.starts} required />
			<DayField name="ends" label="Last day" bind:value={form.ends} required />
			<button class="btn">Make it</button>
		</Form>
	{/if}
</section>
<Later part={() => import('./TermDialog.svelte')} when={opened !== null}>
	{#snippet children(TermDialog)}<TermDialog {year} bind:opened />{/snippet}
</Later>
