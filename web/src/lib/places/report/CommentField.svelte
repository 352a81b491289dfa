<script lang="ts">
	/** A text for the family, with how long it is of how long it may be. */
	let {
		id,
		label,
		longest,
		value,
		...field
	}: {
		id: string;
		label: string;
		/** In characters. */
		longest: number;
		value: string;
		rows: number;
		oninput: (text: string) => void;
		onkeydown?: (event: KeyboardEvent) => void;
		onblur: () => void;
	} = $props();
	const isLong = $derived(value.length > longest);
</script>

<div class="rounded border border-rule px-3 pt-2 pb-1.5 focus-within:border-juniper">
	<label class="flex justify-between text-small leading-4 text-slate" for={id}>
		<span>{label}</span>
		<span class="sr-only" aria-live="polite">{isLong ? 'longer than it may be' : ''}</span>
		<span class={[isLong && 'font-semibold text-rowan']}>{value.length} of {longest} characters</span>
	</label>
	<textarea
		{...field}
		class={[
			'mt-1 w-full resize-y text-large leading-5.75 outline-none',
			field.rows > 2 ? 'min-h-23' : 'min-h-11.5'
		]}
		{id}
		spellcheck="true"
		{value}
		oninput={(event) => field.oninput(event.currentTarget.value)}></textarea>
</div>
