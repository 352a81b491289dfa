<script lang="ts">
	/** A table, whatever it is of, chosen as a file or pasted. Nothing is changed by reading it. */
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';

	interface Props {
		/** What may be chosen, in words, and by its endings. */
		hint: string;
		accept: string;
		/** How a table looks that is typed. */
		example?: string;
		isReading: boolean;
		/** Why the last one could not be read. */
		problem: string;
		onfile: (file: File) => unknown;
		ontext: (text: string) => unknown;
	}
	let { hint, accept, example, isReading, problem, onfile, ontext }: Props = $props();
	let text = $state('');
	const id = $props.id();
</script>

<div class="grid max-w-160 gap-3">
	<FileChoose label="Choose a file" {hint} {accept} onchoose={onfile} />
	<label class="label" for={id}>or paste what you copied from a spreadsheet</label>
	<textarea {id} class="field h-28 px-2 py-1.5 font-mono" placeholder={example} bind:value={text}></textarea>
	<p>
		<button class="btn quiet small" disabled={!text.trim() || isReading} onclick={() => ontext(text)}
			>Look at what it would change</button
		>
	</p>
	{#if isReading}<p class="text-slate" role="status">Reading…</p>{/if}
	<p class="problem" role="alert">{problem}</p>
</div>
