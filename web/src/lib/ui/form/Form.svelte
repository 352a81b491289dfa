<script lang="ts">
	/** Fields that are sent together, once at a time. What is refused stays as it was typed, with the reason beside its field. */
	import { tick, type Snippet } from 'svelte';
	import { provideSending, Sending } from './sending.svelte';

	let {
		label,
		send,
		ondone,
		class: looks = 'grid gap-3',
		children
	}: {
		/** What it is for, for whoever does not see it. */
		label: string;
		send: () => Promise<unknown>;
		/** It was taken. */
		ondone?: () => unknown;
		class?: string;
		children: Snippet;
	} = $props();
	const sending = new Sending();
	provideSending(sending);
	let form: HTMLFormElement;

	async function onsubmit(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		if (await sending.run(send)) {
			await ondone?.();
			return;
		}
		await tick();
		form.querySelector<HTMLElement>('[aria-invalid=true]')?.focus();
	}
</script>

<form bind:this={form} class={looks} aria-label={label} aria-busy={sending.isOn} {onsubmit}>
	{@render children()}
	{#if sending.rest}<p class="problem col-span-full" role="alert">{sending.rest}</p>{/if}
</form>
