<script lang="ts">
	/** Work that repeats: how, until when, and what would be made, as a list before anything is made. */
	import Check from '$lib/ui/check/Check.svelte';
	import { among } from '$lib/ui/check/among';
	import { counted } from '$lib/words/plurals';
	import { thisClass } from '$lib/class/thisClass';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import { Refusal, words, type Shapes } from '$lib/api/client';
	import { longDay } from '$lib/words/days';
	import { notice } from '$lib/app/notice.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let { plan, open = $bindable(false) }: { plan: Shapes['PlanOut']; open: boolean } = $props();
	const here = thisClass();

	const days = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
	let pattern = $state('Notebook week #');
	let category = $state('');
	let points = $state('10');
	let every = $state<'day' | 'week' | 'month'>('week');
	let interval = $state(1);
	let weekdays = $state<number[]>([4]);
	let monthDay = $state(1);
	let starts = $state('');
	let until = $state('');
	let times = $state('');
	let skips = $state(true);
	/** The first one's number; empty goes on after those there are. */
	let first = $state('');
	let without = $state<string[]>([]);
	let pieces = $state<Shapes['PieceOut'][]>([]);
	let problem = $state<{ field: string | null; text: string } | null>(null);
	const chosen = $derived(
		category || String(plan.categories.find((each) => each.is_default)?.id ?? plan.categories[0]?.id ?? '')
	);
	const kept = $derived(pieces.filter((each) => !without.includes(each.due_on)));

	const body = $derived<Shapes['RepeatIn']>({
		pattern,
		every,
		interval: Number(interval) || 0,
		weekdays: every === 'week' ? weekdays : [],
		month_day: every === 'month' ? Number(monthDay) : null,
		starts,
		until: until || null,
		times: times ? Number(times) : null,
		skips_days_off: skips,
		first_number: /^\d+$/.test(String(first)) ? Number(first) : null,
		category_id: Number(chosen),
		points,
		without: []
	});

	// What would be made follows what is chosen; the last answer counts.
	$effect(() => {
		const asked = body;
		if (!open || !asked.starts || !(asked.until || asked.times)) return;
		let isLatest = true;
		const timer = setTimeout(async () => {
			try {
				const found = await here.editing.previewRepeating(asked);
				if (isLatest) [pieces, problem] = [found, null];
			} catch (error) {
				if (isLatest)
					[pieces, problem] = [
						[],
						{ field: error instanceof Refusal ? error.field : null, text: words(error) }
					];
			}
		}, 250);
		return () => {
			isLatest = false;
			clearTimeout(timer);
		};
	});

	async function make(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		try {
			const count = await here.editing.makeRepeating({ ...body, without });
			notice.say(`${count} assignments are made. Ctrl Z takes them back.`);
			open = false;
			without = [];
		} catch (error) {
			problem = { field: error instanceof Refusal ? error.field : null, text: words(error) };
		}
	}

	function wrong(field: string): 'true' | undefined {
		return problem?.field === field ? 'true' : undefined;
	}
</script>

<Dialog wide title="Work that repeats" bind:open>
	<form onsubmit={make}>
		<div class="grid grid-cols-4 items-end gap-x-4 gap-y-2.5 max-sm:grid-cols-2">
			<label class="wide col-span-2">
				<span class="label">Name; # is the number</span>
				<input class="field" bind:value={pattern} aria-invalid={wrong('pattern')} />
			</label>
			<label>
				<span class="label">Category</span>
				<Select
					bind:value={() => chosen, (value) => (category = value)}
					choices={[...plan.categories.map((each) => [each.id, each.name] as const)]}
				/>
			</label>
			<label>
				<span class="label">Points</span>
				<input class="field" inputmode="decimal" bind:value={points} aria-invalid={wrong('points')} />
			</label>
			<label>
				<span class="label">From</span>
				<DateField bind:value={starts} required invalid={wrong('starts')} />
			</label>
			<label>
				<span class="label">Until</span>
				<DateField bind:value={until} invalid={wrong('until')} />
			</label>
			<label>
				<span class="label">or times</span>
				<input class="field" type="number" min="1" bind:value={times} aria-invalid={wrong('times')} />
			</label>
			<label>
				<span class="label">Repeats every</span>
				<span class="flex gap-1.5">
					<input
						class="field w-16"
						type="number"
						min="1"
						max="60"
						bind:value={interval}
						aria-label="How many {every}s between"
						aria-invalid={wrong('interval')}
					/>
					<Select
						bind:value={every}
						label="Day, week or month"
						choices={[
							['day', 'day'],
							['week', 'week'],
							['month', 'month']
						]}
					/>
				</span>
			</label>
			{#if every === 'week'}
				<fieldset class="col-span-2 flex flex-wrap gap-x-1.5 gap-y-0.5">
					<legend class="label">On</legend>
					{#each days as day, number (day)}
						<Check
							bind:checked={
								() => weekdays.includes(number), (isOn) => (weekdays = among(weekdays, number, isOn))
							}>{day}</Check
						>
					{/each}
				</fieldset>
			{:else if every === 'month'}
				<label>
					<span class="label">On day</span>
					<input
						class="field"
						type="number"
						min="1"
						max="31"
						bind:value={monthDay}
						aria-invalid={wrong('month_day')}
					/>
				</label>
			{/if}
			<label>
				<span class="label">First number</span>
				<input class="field" type="number" min="0" placeholder="goes on" bind:value={first} />
			</label>
			<Check class="wide col-span-2" bind:checked={skips}>skip weekends and days without school</Check>
		</div>
		{#if problem}<p class="problem mt-2 text-rowan" role="alert">{problem.text}</p>{/if}
		<div class="my-3 h-59 overflow-auto border-x-0 border-y border-hair">
			{#if pieces.length}
				<table class="w-full">
					<caption class="sr-only">What would be made</caption>
					<tbody>
						{#each pieces as each (each.due_on)}
							<tr>
								<td
									class={[
										'h-6.75 border-b border-hair',
										without.includes(each.due_on) && 'text-slate line-through'
									]}
									><Check
										checked={!without.includes(each.due_on)}
										onchange={(isOn) =>
											(without = isOn
												? without.filter((day) => day !== each.due_on)
												: [...without, each.due_on])}>{each.name}</Check
									></td
								>
								<td
									class={[
										'h-6.75 border-b border-hair',
										without.includes(each.due_on) && 'text-slate line-through'
									]}>{each.short_name}</td
								>
								<td
									class={[
										'h-6.75 border-b border-hair',
										without.includes(each.due_on) && 'text-slate line-through'
									]}>{longDay(each.due_on)}</td
								>
								<td
									class={[
										'h-6.75 border-b border-hair',
										without.includes(each.due_on) && 'text-slate line-through'
									]}>{each.term}</td
								>
							</tr>
						{/each}
					</tbody>
				</table>
			{:else}
				<p class="py-3 text-slate">
					Say from when, and until when or how many times. What would be made appears here.
				</p>
			{/if}
		</div>
		<button class="btn" disabled={!kept.length}>Make {counted(kept.length, 'assignment')}</button>
	</form>
</Dialog>
