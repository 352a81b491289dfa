<script lang="ts">
	/** A calendar to save or to subscribe to: its private address is told once, and can be stopped. */
	import * as fetched from '$lib/api/queries';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { t } from '$lib/words/language';
	import { longDay } from '$lib/words/days';
	import AddressOnce from './AddressOnce.svelte';
	import { calendars, type CalendarOf } from './calendars';
	import { notice } from './notice.svelte';

	let { of, name }: { of: CalendarOf; /** Whose days they are, in words. */ name: string } = $props();
	const queries = useQueryClient();
	const known = createQuery(fetched.calendarAddresses);
	const mine = $derived(
		known.data?.find(
			(each) => each.school_class === (of.class ?? null) && each.student === (of.student ?? null)
		)
	);
	let address = $state('');

	const refetch = () => fetched.fetchAnew(queries, fetched.inCalendarAddresses);

	function make(): Promise<void> {
		return notice.tried(
			calendars.make(of).then((made) => {
				address = made;
				return refetch();
			})
		);
	}

	function stop(): Promise<void> {
		return notice.tried(
			calendars.stop(mine?.id ?? 0).then(() => {
				address = '';
				return refetch();
			}),
			$t('calendar.stopped', { name })
		);
	}
</script>

<section class="border-b border-hair py-3" aria-label={$t('calendar.label', { name })}>
	<h3 class="text-large">{name}</h3>
	<p class="flex flex-wrap gap-3 py-1">
		<a class="btn small" href={calendars.file(of)} download>{$t('calendar.save')}</a>
		<button class="btn quiet small" onclick={make}>{$t(mine ? 'calendar.anew' : 'calendar.make')}</button>
		{#if mine}<button class="btn quiet small" onclick={stop}>{$t('calendar.stop')}</button>{/if}
	</p>
	{#if address}
		<AddressOnce {address} id="address-{of.class ?? ''}-{of.student ?? ''}" label={$t('calendar.once')} />
	{:else if mine}
		<p class="text-slate">
			{$t('calendar.since', { day: longDay(mine.made_at.slice(0, 10)) })}
		</p>
	{/if}
</section>
