<script lang="ts">
	/** One of several, chosen from a list: a click, Enter, Space or an arrow opens it; letters choose without opening it. */
	import { onMount } from 'svelte';
	import type { ClassValue } from 'svelte/elements';
	import { words } from '$lib/api/client';
	import { whenIdle } from '../idle';
	import { Letters, type Choice, type ListField } from './choices';
	import { openable } from './openable.svelte';

	const ARROWS = ['ArrowDown', 'ArrowUp'];

	let {
		choices,
		value = $bindable(''),
		onchange,
		placeholder = '',
		label,
		id,
		invalid,
		disabled = false,
		barred = [],
		class: looks = 'field'
	}: {
		choices: readonly Choice[];
		value?: string;
		/** Somebody chose; what is shown then is the value that comes back. Without it, `value` is bound. */
		onchange?: (value: string) => void;
		/** What stands there while nothing is chosen. */
		placeholder?: string;
		/** Its name, where no label stands around it. */
		label?: string;
		id?: string;
		invalid?: 'true' | undefined;
		disabled?: boolean;
		/** What stands there and cannot be chosen now. */
		barred?: readonly string[];
		/** How it looks where it stands. */
		class?: ClassValue;
	} = $props();

	const items = $derived(
		choices
			.map((each) => ({ value: String(each[0]), label: each[1] }))
			.filter((each) => !barred.includes(each.value))
	);
	const shown = $derived(choices.find((each) => String(each[0]) === value)?.[1]);
	const letters = new Letters();
	const field: ListField = $derived({
		id,
		disabled,
		role: 'combobox',
		'aria-label': label,
		'aria-invalid': invalid,
		class: [
			'inline-flex items-center gap-1.5 text-left disabled:text-slate aria-expanded:border-juniper',
			looks
		],
		onkeydown,
		onblur: () => letters.end()
	});

	/** Whether somebody has opened it: until then its field is all that it needs. */
	let isWanted = $state(false);
	let problem = $state('');
	onMount(() => whenIdle(() => void openable.fetch().catch(() => undefined)));

	async function open(): Promise<void> {
		problem = '';
		isWanted = true;
		try {
			await openable.fetch();
		} catch (error) {
			isWanted = false;
			problem = words(error);
		}
	}

	function onkeydown(event: KeyboardEvent): void {
		if (ARROWS.includes(event.key)) {
			event.preventDefault();
			void open();
		}
		if (event.key.length !== 1 || event.key === ' ' || event.ctrlKey || event.metaKey || event.altKey) return;
		event.preventDefault();
		const next = letters.lead(event.key, items, value);
		if (next !== undefined && next !== value) choose(next);
	}

	function choose(next: string): void {
		if (onchange) onchange(next);
		else value = next;
	}
</script>

{#snippet face()}
	<span class="min-w-0 flex-1 truncate" title={shown}>{shown ?? placeholder}</span>
	<svg class="h-1.5 w-2.5 flex-none stroke-slate" viewBox="0 0 10 6" fill="none" aria-hidden="true">
		<path d="M1 1l4 4 4-4" stroke-width="1.5" />
	</svg>
{/snippet}

{#if isWanted && openable.now}
	{@const Openable = openable.now}
	<Openable {choices} {value} {barred} {field} {face} {choose} />
{:else}
	<button type="button" aria-haspopup="listbox" aria-expanded="false" {...field} onclick={open}>
		{@render face()}
	</button>
	{#if problem}<span class="problem" role="alert">{problem}</span>{/if}
{/if}
