<script lang="ts">
	/** A calendar to save or to subscribe to: its private address is told once, and can be stopped. */
	import * as fetched from '$lib/api/queries';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
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

	const refetch = () => queries.invalidateQueries(fetched.inCalendarAddresses);

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
			`The address for ${name} shows nothing any more.`
		);
	}
</script>

<section class="border-b border-hair py-3" aria-label="Calendar of {name}">
	<h3 class="text-large">{name}</h3>
	<p class="flex flex-wrap gap-3 py-1">
		<a class="btn small" href={calendars.file(of)} download>Save as a calendar file</a>
		<button class="btn quiet small" onclick={make}
			>{mine ? 'Make the private address anew' : 'Make a private address'}</button
		>
		{#if mine}<button class="btn quiet small" onclick={stop}>Stop it</button>{/if}
	</p>
	{#if address}
		<AddressOnce
			{address}
			id="address-{of.class ?? ''}-{of.student ?? ''}"
			label="To subscribe to in a calendar program. It is shown this once; whoever has it sees these days."
		/>
	{:else if mine}
		<p class="text-slate">
			There is an address since {longDay(mine.made_at.slice(0, 10))}; it follows what is moved.
		</p>
	{/if}
</section>
