<script lang="ts">
	/** How a file was read: what each of its columns is, and what it means that somebody is not in it. */
	import { notice } from '$lib/app/notice.svelte';
	import Options from '$lib/ui/options/Options.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { thisKeeping, type Draft } from '../keeping';

	let { read }: { read: Draft } = $props();
	const keeping = thisKeeping();
	const choices = $derived([['', 'not taken over'] as const, ...Object.entries(read.fields)]);

	function pair(place: number, field: string): Promise<void> {
		const others = read.columns.filter((each) => each.place !== place && each.field && each.field !== field);
		const fields = Object.fromEntries(
			[...others.map((each) => [each.place, each.field]), [place, field]].filter((each) => each[1])
		) as Record<string, string>;
		return notice.tried(keeping.reading(read.id, { fields, silence: null, keep: false }));
	}

	function silence(value: string): Promise<void> {
		return notice.tried(
			keeping.reading(read.id, { fields: null, silence: value as 'leave' | 'stay', keep: false })
		);
	}

	function keep(): Promise<void> {
		return notice.tried(
			keeping.reading(read.id, { fields: null, silence: null, keep: true }),
			'The next file with these heads is read the same way.'
		);
	}
</script>

<section
	class="border-r border-rule px-6 pt-4 pb-8 max-lg:border-r-0 max-lg:border-b max-md:px-4"
	aria-label="How it was read"
>
	<h2 class="truncate first-letter:uppercase">{read.name}</h2>
	<p class="mb-4 text-slate">{read.told}</p>
	{#if read.columns.length}
		<h3 class="label">What its columns are</h3>
		<ul class="mb-5">
			{#each read.columns as each (each.place)}
				<li class="flex min-h-8 items-center gap-2 border-b border-hair">
					<span class="w-28 truncate" title={each.example}
						>{each.head || each.example || `column ${each.place + 1}`}</span
					>
					<span class="text-slate" aria-hidden="true">→</span>
					<Select
						class="ml-auto h-7 {each.field ? '' : 'text-slate'}"
						label="What {each.head || `column ${each.place + 1}`} is"
						value={each.field}
						{choices}
						onchange={(field) => pair(each.place, field)}
					/>
				</li>
			{/each}
		</ul>
		<p class="mb-5">
			<button class="link" onclick={keep}>Keep this for the next file with these heads</button>
		</p>
	{/if}
	{#if read.asks_silence}
		<h3 class="label">Who is not in the file</h3>
		<Options
			label="Who is not in the file"
			value={read.silence}
			onchange={silence}
			choices={[
				['leave', 'leaves the class today'],
				['stay', 'stays where they are']
			]}
		/>
		<p class="mt-1 mb-5 text-small text-slate">
			Only of classes that the file names. Their scores stay, and come back with them.
		</p>
	{:else}
		<p class="mb-5 text-slate">The file tells only what changed: who is not in it stays as they are.</p>
	{/if}
	<h3 class="label">Known by</h3>
	<p>number, else by name and class</p>
</section>
