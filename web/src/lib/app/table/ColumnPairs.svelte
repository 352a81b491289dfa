<script lang="ts">
	/** What the columns of a table are, each of them chosen from what there is; what one becomes no other is any more. */
	import type { Shapes } from '$lib/api/client';
	import Select from '$lib/ui/select/Select.svelte';

	interface Props {
		columns: Shapes['PairedColumnOut'][];
		/** What a column can be, with the words for it. */
		fields: Record<string, string>;
		/** What each is by its place, after a choice. */
		onpair: (fields: Record<string, string>) => unknown;
	}
	let { columns, fields, onpair }: Props = $props();
	const choices = $derived([['', 'not taken over'] as const, ...Object.entries(fields)]);

	function pair(place: number, field: string): void {
		const others = columns.filter((each) => each.place !== place && each.field !== field);
		onpair(
			Object.fromEntries(
				[...others.map((each) => [each.place, each.field] as const), [place, field] as const].filter(
					([, chosen]) => chosen
				)
			)
		);
	}
</script>

<ul>
	{#each columns as each (each.place)}
		<li class="flex min-h-8 items-center gap-2 border-b border-hair">
			<span class="w-28 truncate" title={each.example}
				>{each.head || each.example || `column ${each.place + 1}`}</span
			>
			<span class="text-slate" aria-hidden="true">→</span>
			<Select
				class="ml-auto h-7 {each.field ? '' : 'text-slate'}"
				label="What {each.head || `column ${each.place + 1}`} is"
				value={each.field}
				{choices}
				onchange={(field) => pair(each.place, field)}
			/>
		</li>
	{/each}
</ul>
