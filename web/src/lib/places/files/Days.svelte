<script lang="ts">
	/** When work is due, for a calendar program. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import CalendarAddress from '$lib/app/CalendarAddress.svelte';
	import { thisClass } from '$lib/class/thisClass';

	let { term }: { term: number | undefined } = $props();
	const here = thisClass();
	const frame = createQuery(() => fetched.frame(here.id, term, false));
	const name = $derived(`${frame.data?.name ?? 'This class'} ${frame.data?.section ?? ''}`.trim());
</script>

<h2>Calendar</h2>
<p class="max-w-160">
	The days on which work is due, with its name, category and points; no scores and nobody’s name. A file is as
	the days are now. A private address is asked again and again: a day that is moved here moves there.
</p>
<div class="max-w-160">
	<CalendarAddress of={{ class: here.id }} {name} />
	<CalendarAddress of={{}} name="All my classes" />
</div>
