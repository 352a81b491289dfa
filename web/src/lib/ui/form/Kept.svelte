<script lang="ts">
	/** A field that is kept as one leaves it; what is refused stays as it was typed, with the reason under it. */
	import { words } from '$lib/api/client';

	let { label, value, keep }: { label: string; value: string; keep: (value: string) => Promise<unknown> } =
		$props();
	const id = $props.id();
	/** What was typed and refused; null while the field shows what is kept. */
	let refused = $state<string | null>(null);
	let problem = $state('');

	async function onchange(event: Event & { currentTarget: HTMLInputElement }): Promise<void> {
		const typed = event.currentTarget.value;
		try {
			await keep(typed);
			refused = null;
			problem = '';
		} catch (error) {
			refused = typed;
			problem = words(error);
		}
	}
</script>

<div>
	<label class="label" for={id}>{label}</label>
	<input
		{id}
		class="field"
		value={refused ?? value}
		{onchange}
		autocomplete="off"
		aria-invalid={problem ? 'true' : undefined}
		aria-describedby={problem ? `${id}-problem` : undefined}
	/>
	{#if problem}<span class="problem block" id="{id}-problem" role="alert">{problem}</span>{/if}
</div>
