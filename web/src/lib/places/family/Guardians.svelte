<script lang="ts">
	/** A student of age says which of their guardians see their page. */
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import * as fetched from '$lib/api/queries';
	import { t } from '$lib/words/language';
	import { notice } from '$lib/app/notice.svelte';
	import Switch from '$lib/ui/switch/Switch.svelte';
	import { keepOut } from './keeping';

	let { student }: { student: number } = $props();
	const found = createQuery(() => fetched.guardians(student));
	const SEES: Record<string, string> = $derived({
		all: '',
		reports: $t('guardians.reports'),
		none: $t('guardians.none')
	});

	function turn(person: number, sees: boolean): Promise<void> {
		return notice.tried(keepOut(student, person, !sees).then(() => found.refetch()));
	}
</script>

{#if found.isPending}<p class="text-slate" role="status">{$t('moment')}</p>
{:else if !found.data}<p class="problem" role="alert">{words(found.error)}</p>
{:else}
	<p class="mb-2 max-w-140 text-slate">
		{$t('guardians.of_age')}
	</p>
	<ul class="grid gap-1">
		{#each found.data as each (each.person_id)}
			<li class="flex flex-wrap gap-x-3">
				<Switch checked={!each.kept_out} onchange={(sees) => turn(each.person_id, sees)}>{each.name}</Switch>
				<span class="text-slate">{SEES[each.sees]}</span>
			</li>
		{:else}<li class="text-slate">{$t('guardians.nobody')}</li>{/each}
	</ul>
{/if}
