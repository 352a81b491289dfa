<script lang="ts">
	/** A month to choose a day from; days without school are told apart. */
	import { parseDate } from '@internationalized/date';
	import { Calendar } from 'bits-ui';
	import { onMount, tick } from 'svelte';
	import { hasSchool, readDay } from '$lib/words/days';

	let { value, onpick }: { value: string; onpick: (day: string) => void } = $props();
	let root = $state<HTMLElement | null>(null);
	const step = 'size-7 rounded text-slate hover:bg-ice hover:text-ink';

	// One goes on by keys from the day that stands there.
	onMount(async () => {
		await tick();
		root?.querySelector<HTMLElement>('[data-calendar-day][tabindex="0"]')?.focus();
	});
</script>

<Calendar.Root
	bind:ref={root}
	type="single"
	locale="en-GB"
	weekStartsOn={1}
	fixedWeeks
	preventDeselect
	weekdayFormat="short"
	value={value ? parseDate(value) : undefined}
	placeholder={parseDate(value || readDay('today')!)}
	onValueChange={(day) => day && onpick(day.toString())}
>
	{#snippet children({ months, weekdays })}
		<Calendar.Header class="flex items-center justify-between">
			<Calendar.PrevButton>
				{#snippet child({ props })}<button {...props} class={step} aria-label="The month before">←</button
					>{/snippet}
			</Calendar.PrevButton>
			<Calendar.Heading class="font-semibold" />
			<Calendar.NextButton>
				{#snippet child({ props })}<button {...props} class={step} aria-label="The month after">→</button
					>{/snippet}
			</Calendar.NextButton>
		</Calendar.Header>
		{#each months as month (month.value)}
			<Calendar.Grid class="mt-1.5 border-collapse">
				<Calendar.GridHead>
					<Calendar.GridRow>
						{#each weekdays as day, place (place)}
							<Calendar.HeadCell class="w-8 pb-1 text-small font-normal text-slate">{day}</Calendar.HeadCell>
						{/each}
					</Calendar.GridRow>
				</Calendar.GridHead>
				<Calendar.GridBody>
					{#each month.weeks as week (week[0])}
						<Calendar.GridRow>
							{#each week as date (date)}
								{@const isOff = !hasSchool(date.toString())}
								<Calendar.Cell {date} month={month.value} class="p-0 text-center">
									<Calendar.Day
										title={isOff ? 'no school' : undefined}
										data-off={isOff ? '' : undefined}
										class="flex size-8 items-center justify-center rounded tabular-nums hover:bg-ice data-off:bg-frost data-off:text-slate data-outside-month:text-slate data-selected:bg-juniper data-selected:font-semibold data-selected:text-on-juniper"
									/>
								</Calendar.Cell>
							{/each}
						</Calendar.GridRow>
					{/each}
				</Calendar.GridBody>
			</Calendar.Grid>
		{/each}
	{/snippet}
</Calendar.Root>
