<script lang="ts">
	/** What a family sets below what it reads: a calendar's address, notices, who sees it, the language; and the way to earlier years. */
	import type { Shapes } from '$lib/api/client';
	import { language, LANGUAGES, t } from '$lib/words/language';
	import CalendarAddress from '$lib/app/CalendarAddress.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Guardians from './Guardians.svelte';
	import Language from './Language.svelte';
	import Notices from './Notices.svelte';

	let { student, family }: { student: number; family: Shapes['FamilyOut'] } = $props();
	const years = $derived(family.years.filter(({ name }) => name !== family.year));
</script>

<div class="px-10 pb-10 max-md:px-4 print:hidden">
	{#if !family.reports_only}
		<Fold isLazy title={$t('family.calendar')} words={$t('family.calendar_words')}>
			<CalendarAddress of={{ student }} name={$t('family.calendar_of', { name: family.given_name })} />
		</Fold>
	{/if}
	<Fold isLazy title={$t('family.notices')} words={$t('family.notices_words')}><Notices /></Fold>
	{#if family.is_own}
		<Fold isLazy title={$t('family.readers')} words={$t('family.readers_words')}><Guardians {student} /></Fold
		>
	{/if}
	<Fold isLazy title={$t('family.language')} words={LANGUAGES[language()] ?? ''}>
		<Language />
	</Fold>
	{#if years.length}
		<Fold title={$t('family.years')} words={years.map(({ name }) => name).join(', ')}>
			<ul class="flex flex-wrap gap-4">
				{#each years as each (each.id)}
					<li><a class="link min-h-6" href="/family/{student}?year={each.id}">{each.name}</a></li>
				{/each}
			</ul>
		</Fold>
	{/if}
</div>
