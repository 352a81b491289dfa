<script lang="ts">
	/** One change of a file: who, what happens, what asks, and where in the file it stands. */
	import type { Shapes } from '$lib/api/client';
	import Check from '$lib/ui/check/Check.svelte';

	let {
		change,
		ontick,
		onanswer
	}: {
		change: Shapes['FileChangeOut'];
		ontick: (isOn: boolean) => unknown;
		/** One of the answers that it asks for. */
		onanswer: (answer: string) => unknown;
	} = $props();
	let typed = $state('');
	const says: Partial<Record<Shapes['FileChangeOut']['kind'], string>> = {
		come: 'comes to',
		teacher: 'teaches',
		guardian: 'gets as guardian',
		class: 'a new class,',
		unread: 'cannot be read'
	};
	const asks = $derived(change.asks.length > 0 && !change.is_on);
</script>

<tr class={[change.kind === 'unread' ? 'bg-rowan-2' : asks && 'bg-amber-2']}>
	<td class="w-7"
		><Check
			label="{change.given_name} {change.family_name}: {says[change.kind] ?? change.kind}"
			checked={change.is_on}
			disabled={change.kind === 'unread'}
			onchange={ontick}
		/></td
	>
	<th scope="row" class="whitespace-nowrap"
		><b class="font-semibold">{change.family_name}</b>{change.given_name ? `, ${change.given_name}` : ''}</th
	>
	<td class="num">{change.number || '—'}</td>
	<td>
		{says[change.kind] ?? ''}
		{#if change.was}<s class="text-slate">{change.was}</s>{/if}
		{#if change.was && change.becomes}<span aria-label="becomes">→</span>{/if}
		<b class="font-medium">{change.becomes}</b>{#if change.kind === 'leave'}
			leaves{/if}
	</td>
	<td class="text-slate">
		{change.note}
		{#if asks}
			{#each change.asks as each, place (each.answer)}
				{#if place}&nbsp;or&nbsp;{/if}
				{#if each.answer === 'number'}
					<form
						class="inline-flex gap-1.5"
						onsubmit={(event) => {
							event.preventDefault();
							if (typed.trim()) onanswer(`number ${typed.trim()}`);
						}}
					>
						<input
							class="field h-6.5 w-24"
							aria-label="Number of {change.given_name} {change.family_name}"
							placeholder="its number"
							bind:value={typed}
						/><button class="link">{each.words}</button>
					</form>
				{:else}<button class="link" onclick={() => onanswer(each.answer)}>{each.words}</button>{/if}
			{/each}
		{/if}
	</td>
	<td class="text-small whitespace-nowrap text-slate"
		>{change.line === null ? 'not in file' : `line ${change.line}`}</td
	>
</tr>
