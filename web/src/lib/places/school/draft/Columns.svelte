<script lang="ts">
	/** How a file was read: what each of its columns is, and what it means that somebody is not in it. */
	import ColumnPairs from '$lib/app/table/ColumnPairs.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import Options from '$lib/ui/options/Options.svelte';
	import { thisKeeping, type Draft } from '../keeping';

	let { read }: { read: Draft } = $props();
	const keeping = thisKeeping();

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
		<ColumnPairs
			columns={read.columns}
			fields={read.fields}
			onpair={(fields) => notice.tried(keeping.reading(read.id, { fields, silence: null, keep: false }))}
		/>
		<p class="mt-5 mb-5">
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
