<script lang="ts">
	/** How often one is written to of what is new, and to which address. */
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import * as fetched from '$lib/api/queries';
	import { t } from '$lib/words/language';
	import { notice } from '$lib/app/notice.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { askToConfirm, chooseNotices } from './keeping';

	const found = createQuery(fetched.notices);
	let wasAsked = $state(false);

	const choose = (how: string) => notice.tried(chooseNotices(how).then(() => found.refetch()));
	const ask = () => notice.tried(askToConfirm().then(() => (wasAsked = true)));
</script>

{#if found.isPending}<p class="text-slate" role="status">{$t('moment')}</p>
{:else if !found.data}<p class="problem" role="alert">{words(found.error)}</p>
{:else}
	{@const data = found.data}
	<p class="mb-2 max-w-140 text-slate">
		{$t('notices.one')}
	</p>
	<label class="flex flex-wrap items-center gap-x-3 gap-y-1">
		<span>{$t('notices.write')}</span>
		<Select
			label={$t('notices.write')}
			class="h-8 min-w-60"
			value={data.how}
			onchange={choose}
			choices={[
				['', $t('notices.usual', { usual: data.usual })],
				...data.ways.map(({ how, words }): [string, string] => [how, words])
			]}
		/>
	</label>
	<p class="mt-2">
		{#if !data.email}<span class="text-amber-ink">{$t('notices.no_address')}</span>
		{:else if data.is_confirmed}{$t('notices.to', { email: data.email })}
		{:else if wasAsked}<span role="status">{$t('notices.on_its_way', { email: data.email })}</span>
		{:else}<span class="text-amber-ink">{$t('notices.unconfirmed', { email: data.email })}</span>
			<button class="link min-h-6" onclick={ask}>{$t('notices.confirm')}</button>{/if}
	</p>
	{#if data.problem}<p class="mt-2 text-rowan">{$t('notices.problem', { problem: data.problem })}</p>{/if}
{/if}
