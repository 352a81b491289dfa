<script lang="ts">
	/** What report cards look like, the marks outside every scale, and the words for effort. */
	import { words } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { thisSetting, type SchoolYear } from '../setting';
	import Options from '$lib/ui/options/Options.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let { year }: { year: SchoolYear } = $props();
	const setting = thisSetting();
	// The form begins with what is kept; it is made anew for another school.
	// svelte-ignore state_referenced_locally
	let form = $state({
		card_design: year.card_design,
		paper: year.paper,
		address: year.address,
		outside: year.outside_marks.map((pair) => pair.join(' ')).join('\n'),
		efforts: year.efforts.join('\n')
	});
	let problem = $state('');

	function lines(text: string): string[] {
		return text
			.split('\n')
			.map((line) => line.trim())
			.filter(Boolean);
	}

	async function keep(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		try {
			const outside_marks = lines(form.outside).map((line): [string, string] => {
				const [mark = '', ...name] = line.split(/\s+/);
				return [mark, name.join(' ')];
			});
			const { card_design, paper, address } = form;
			await setting.school({ card_design, paper, address, outside_marks, efforts: lines(form.efforts) });
			problem = '';
			notice.say('Kept. Report cards made from now on look like this.');
		} catch (error) {
			problem = words(error);
		}
	}
</script>

<form class="settings" onsubmit={keep}>
	<h2>Report cards</h2>
	<fieldset>
		<legend class="label">Design</legend>
		<Options
			label="Design"
			choices={[
				['ledger', 'a ledger: subjects down, terms across, comments below'],
				['pages', 'subject after subject: the mark large, the comment beside it']
			]}
			bind:value={form.card_design}
		/>
	</fieldset>
	<label
		><span class="label">Paper</span><Select
			bind:value={form.paper}
			choices={[
				['A4', 'A4'],
				['Letter', 'Letter']
			]}
		/></label
	>
	<label
		><span class="label">Address, in one line</span><input class="field" bind:value={form.address} /></label
	>
	<label
		><span class="label">Marks outside the scale, one a line: the mark, then what it says</span><textarea
			class="field"
			rows="5"
			bind:value={form.outside}></textarea></label
	>
	<label
		><span class="label">Words for effort or conduct, from best to least, one a line</span><textarea
			class="field"
			rows="5"
			bind:value={form.efforts}></textarea></label
	>
	<p class="problem" role="alert">{problem}</p>
	<p><button class="btn">Keep it</button></p>
</form>
