<script lang="ts">
	import Select from '$lib/ui/select/Select.svelte';
	/** The adjustments of an assignment: steps, one after another, that change what a number counts as. */
	type Step = Record<string, unknown>;

	let {
		steps,
		means = [],
		onchange,
		ontype
	}: {
		steps: Step[];
		/** The class's mean before the first step and after each, where it is known. */
		means?: string[];
		/** Changes the steps there are by then: what was changed before may not be saved yet. */
		onchange: (make: (steps: Step[]) => Step[]) => unknown;
		/** What the steps would be with what is being typed. */
		ontype?: (steps: Step[]) => unknown;
	} = $props();

	/** Each kind in words, with the field that holds its number. */
	const kinds: Record<string, { words: string; field?: string; unit?: string; first?: string }> = {
		add: { words: 'add', field: 'amount', unit: 'points', first: '1' },
		multiply: { words: 'multiply by', field: 'factor', first: '1.1' },
		top_to: { words: 'raise all in proportion, the highest to', field: 'percent', unit: '%', first: '100' },
		root: { words: 'take ten times the root of the percent' },
		ceiling: { words: 'let nothing rise above', field: 'percent', unit: '%', first: '100' },
		line: { words: 'draw a straight line' }
	};

	function add(kind: string): void {
		const { field, first } = kinds[kind]!;
		const line = kind === 'line' ? { from: ['0', '100'], to: ['50', '100'] } : {};
		onchange((now) => [...now, { kind, ...(field ? { [field]: first } : {}), ...line }]);
	}

	/** The steps with one of them a place earlier. */
	function earlier(now: Step[], index: number): Step[] {
		const moved = now[index];
		return moved ? now.toSpliced(index, 1).toSpliced(index - 1, 0, moved) : now;
	}

	function withNumber(now: Step[], index: number, field: string, value: string): Step[] {
		return now.map((step, place) => (place === index ? { ...step, [field]: value } : step));
	}

	function end(step: Step, name: 'from' | 'to', place: 0 | 1): string {
		return String((step[name] as string[] | undefined)?.[place] ?? '');
	}

	function withEnd(now: Step[], index: number, name: 'from' | 'to', place: 0 | 1, value: string): Step[] {
		return now.map((step, at) => {
			if (at !== index) return step;
			const pair = [...((step[name] as string[] | undefined) ?? ['0', '0'])];
			pair[place] = value;
			return { ...step, [name]: pair };
		});
	}
</script>

<span class="label">Adjusted, step by step</span>

{#snippet number(label: string, value: string, make: (now: Step[], value: string) => Step[])}
	<input
		class="h-6 w-[calc(max(3,var(--digits))*1ch+0.75rem)] border-b border-juniper bg-transparent px-1 text-center font-semibold text-juniper"
		style:--digits={value.length}
		aria-label={label}
		inputmode="decimal"
		{value}
		oninput={(event) => ontype?.(make(steps, event.currentTarget.value))}
		onchange={(event) => {
			const typed = event.currentTarget.value;
			void onchange((now) => make(now, typed));
		}}
	/>
{/snippet}

{#each steps as step, index (index)}
	{@const kind = kinds[String(step['kind'])]}
	<p class="flex flex-wrap items-center gap-1.5 pb-1">
		<span>{index + 1}. {kind?.words ?? step['kind']}</span>
		{#if kind?.field}
			{@render number(`Step ${index + 1}: ${kind.words}`, String(step[kind.field] ?? ''), (now, value) =>
				withNumber(now, index, kind.field!, value)
			)}
			{kind.unit ?? ''}
		{:else if step['kind'] === 'line'}
			{#each [0, 1] as const as place (place)}
				<span>{place === 0 ? 'that makes' : 'and'}</span>
				{@render number(
					`Step ${index + 1}: point ${place + 1}, percent as it is`,
					end(step, 'from', place),
					(now, value) => withEnd(now, index, 'from', place, value)
				)}
				<span>% into</span>
				{@render number(
					`Step ${index + 1}: point ${place + 1}, percent that it becomes`,
					end(step, 'to', place),
					(now, value) => withEnd(now, index, 'to', place, value)
				)}
				<span>%</span>
			{/each}
		{/if}
		{#if means[index] !== undefined && means[index + 1] !== undefined}
			<span class="num text-small text-slate">mean {means[index]} → {means[index + 1]}</span>
		{/if}
		<span class="ml-auto whitespace-nowrap">
			{#if index > 0}
				<button
					class="size-6"
					aria-label="Move step {index + 1} up"
					title="Take this step before the one above it"
					onclick={() => onchange((now) => earlier(now, index))}>↑</button
				>
			{/if}
			<button
				class="size-6"
				aria-label="Remove step {index + 1}"
				onclick={() => onchange((now) => now.toSpliced(index, 1))}>×</button
			>
		</span>
	</p>
{/each}
<Select
	label="Add a step"
	placeholder={steps.length ? 'and then …' : 'not adjusted'}
	onchange={add}
	choices={Object.entries(kinds).map(([kind, { words }]) => [kind, words] as const)}
/>
