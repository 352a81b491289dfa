<script lang="ts">
	/** One field of a form: its label, a hint, and what is wrong with it, told together by its name. */
	import type { Snippet } from 'svelte';
	import { sending } from './sending.svelte';

	let {
		name,
		label,
		hint = '',
		value = $bindable(''),
		kind = 'text',
		control,
		...rest
	}: {
		/** As the server names it when it refuses it. */
		name: string;
		label: string;
		hint?: string;
		value?: string | number;
		kind?: 'text' | 'number' | 'password' | 'lines';
		/** Another control in place of an input, given what makes it the field's. */
		control?: Snippet<
			[{ id: string; 'aria-invalid': 'true' | undefined; 'aria-describedby': string | undefined }]
		>;
		required?: boolean;
		placeholder?: string;
		autocomplete?: 'username' | 'current-password' | 'new-password' | 'one-time-code' | 'off';
		min?: number;
		max?: number;
	} = $props();
	const id = $props.id();
	const form = sending();
	const problem = $derived(form.of(name));
	const told = $derived(
		[hint && `${id}-hint`, problem && `${id}-problem`].filter(Boolean).join(' ') || undefined
	);
	const given = $derived({
		id,
		'aria-invalid': problem ? ('true' as const) : undefined,
		'aria-describedby': told
	});
	$effect(() => {
		const mine = name;
		form.fields.add(mine);
		return () => void form.fields.delete(mine);
	});
</script>

<div>
	<label class="label" for={id}>{label}</label>
	{#if control}{@render control(given)}
	{:else if kind === 'lines'}
		<textarea
			class="field field-sizing-content h-auto max-h-100 min-h-19 px-2 py-1.5"
			rows="3"
			bind:value
			{...given}
			{...rest}></textarea>
	{:else}
		<input
			class="field"
			type={kind}
			bind:value
			{@attach (input) => {
				// A code is asked for once all else is said: it is what is typed next.
				if (rest.autocomplete === 'one-time-code') input.focus();
			}}
			{...given}
			{...rest}
		/>
	{/if}
	{#if hint}<span class="block text-small leading-4 text-slate" id="{id}-hint">{hint}</span>{/if}
	{#if problem}<span class="problem block" id="{id}-problem" role="alert">{problem}</span>{/if}
</div>
