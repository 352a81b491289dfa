<script lang="ts">
	/** A file, chosen or let go of over the field. */
	let {
		label,
		hint = '',
		accept,
		onchoose
	}: {
		label: string;
		/** What may be chosen, in words. */
		hint?: string;
		accept?: string;
		/** One was chosen; the same can be chosen again. */
		onchoose: (file: File) => unknown;
	} = $props();
	let isOver = $state(false);

	function take(files: FileList | null | undefined): void {
		const file = files?.[0];
		if (file) onchoose(file);
	}
</script>

<div
	role="group"
	class={[
		'flex flex-wrap items-center gap-x-3 gap-y-1 rounded border border-dashed px-2.5 py-2',
		isOver ? 'border-juniper bg-juniper-2' : 'border-rule'
	]}
	ondragover={(event) => {
		event.preventDefault();
		isOver = true;
	}}
	ondragleave={() => (isOver = false)}
	ondrop={(event) => {
		event.preventDefault();
		isOver = false;
		take(event.dataTransfer?.files);
	}}
>
	<label
		class="btn quiet small cursor-pointer has-focus-visible:outline-2 has-focus-visible:outline-offset-1 has-focus-visible:outline-juniper"
	>
		{label}
		<input
			class="sr-only"
			type="file"
			{accept}
			onchange={(event) => {
				take(event.currentTarget.files);
				event.currentTarget.value = '';
			}}
		/>
	</label>
	<span class="text-slate">{hint ? `${hint}; ` : ''}or let go of one here</span>
</div>
