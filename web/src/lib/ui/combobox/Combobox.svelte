<script lang="ts" generics="T extends Found">
	/** Somebody or something found by typing a part of the name, and chosen; the field is empty again then. */
	import { onMount } from 'svelte';
	import { words } from '$lib/api/client';
	import { whenIdle } from '../idle';
	import { finding } from './finding.svelte';
	import type { FieldOfFound, Found } from './found';

	let {
		label,
		found,
		query = $bindable(''),
		onchoose,
		placeholder = '',
		isLooking = false,
		id
	}: {
		label: string;
		/** What fits what was typed, best first. */
		found: readonly T[];
		query?: string;
		onchoose: (chosen: T) => unknown;
		placeholder?: string;
		/** Whether what fits is being looked for still. */
		isLooking?: boolean;
		id?: string;
	} = $props();
	const field: FieldOfFound = $derived({
		id,
		placeholder,
		class: 'field',
		'aria-label': label,
		autocomplete: 'off'
	});
	/** Whether one is in the field before what shows what fits has come. */
	let isIn = $state(false);
	let problem = $state('');
	onMount(() => whenIdle(() => void finding.fetch().catch(() => undefined)));

	async function enter(): Promise<void> {
		isIn = true;
		problem = '';
		try {
			await finding.fetch();
		} catch (error) {
			problem = words(error);
		}
	}

	function choose(value: string): void {
		const chosen = found.find((each) => String(each.id) === value);
		if (!chosen) return;
		query = '';
		onchoose(chosen);
	}
</script>

{#if finding.now}
	{@const Finding = finding.now}
	<Finding {field} {found} bind:query {choose} {isLooking} {isIn} />
{:else}
	<input
		{...field}
		role="combobox"
		aria-expanded="false"
		aria-autocomplete="list"
		bind:value={query}
		onfocus={enter}
		onblur={() => {
			if (!finding.now) isIn = false;
		}}
	/>
	{#if problem}<span class="problem" role="alert">{problem}</span>{/if}
{/if}
