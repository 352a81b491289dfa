<script lang="ts">
	/** How often one is written to of what is new, and to which address. */
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import * as fetched from '$lib/api/queries';
	import { notice } from '$lib/app/notice.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { askToConfirm, chooseNotices } from './keeping';

	const found = createQuery(fetched.notices);
	let wasAsked = $state(false);

	const choose = (how: string) => notice.tried(chooseNotices(how).then(() => found.refetch()));
	const ask = () => notice.tried(askToConfirm().then(() => (wasAsked = true)));
</script>

{#if found.isPending}<p class="text-slate" role="status">One moment…</p>
{:else if !found.data}<p class="problem" role="alert">{words(found.error)}</p>
{:else}
	{@const data = found.data}
	<p class="mb-2 max-w-140 text-slate">
		One mail for all your children, by day and never for each score. What a teacher hides again before is not
		in it.
	</p>
	<label class="flex flex-wrap items-center gap-x-3 gap-y-1">
		<span>Write to me</span>
		<Select
			label="Write to me"
			class="h-8 min-w-60"
			value={data.how}
			onchange={choose}
			choices={[
				['', `as the school has it: ${data.usual}`],
				...data.ways.map(({ how, words }): [string, string] => [how, words])
			]}
		/>
	</label>
	<p class="mt-2">
		{#if !data.email}<span class="text-amber-ink"
				>The school knows no e-mail address of yours. Its records office enters one.</span
			>
		{:else if data.is_confirmed}To {data.email}.
		{:else if wasAsked}<span role="status"
				>A mail is on its way to {data.email}. Follow the link in it; then notices go there.</span
			>
		{:else}<span class="text-amber-ink">{data.email} is not confirmed yet: nothing is sent there.</span>
			<button class="link min-h-6" onclick={ask}>Send the mail that confirms it</button>{/if}
	</p>
	{#if data.problem}<p class="mt-2 text-rowan">The last one could not be delivered: {data.problem}</p>{/if}
{/if}
