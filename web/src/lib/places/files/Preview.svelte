<script lang="ts">
	/** How a table looks in a spreadsheet: its first lines and columns, under the letters that name them there. */
	import { columnLetters } from './letters';

	let {
		rows,
		heads,
		label,
		lines = 20
	}: {
		rows: string[][];
		/** How many lines stand above what it is of, and are heavier. */
		heads: number;
		label: string;
		/** How many lines are shown; a table is looked at here, not read. */
		lines?: number;
	} = $props();
	const COLUMNS = 24;
	const isNumber = (text = '') => /^\d+([.,]\d+)?$/.test(text);
	const width = $derived(Math.min(COLUMNS, Math.max(0, ...rows.map((row) => row.length))));
	const places = $derived(Array.from({ length: width }, (_, place) => place));
	const isCut = $derived(rows.length > lines || rows.some((row) => row.length > width));
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (a table that is wider than its place is moved by the arrows) -->
<div
	class="relative mt-2 max-w-full overflow-x-auto border border-rule"
	tabindex="0"
	role="group"
	aria-label={label}
>
	<table class="num text-small">
		<thead>
			<tr>
				<td class="w-8 border-r border-b border-hair bg-snow"></td>
				{#each places as place (place)}<th
						scope="col"
						class="border-b border-hair bg-snow px-2 font-normal text-slate">{columnLetters(place)}</th
					>{/each}
			</tr>
		</thead>
		<tbody>
			{#each rows.slice(0, lines) as row, line (line)}
				<tr>
					<th scope="row" class="border-r border-hair bg-snow px-1.5 text-right font-normal text-slate"
						>{line + 1}</th
					>
					{#each places as place (place)}<td
							class={[
								'h-6 max-w-40 truncate border-r border-b border-hair px-2 whitespace-nowrap',
								line < heads && 'font-semibold',
								place > 0 && isNumber(row[place]) && 'text-right'
							]}
							title={row[place]}>{row[place] ?? ''}</td
						>{/each}
				</tr>
			{/each}
		</tbody>
	</table>
</div>
{#if isCut}<p class="pt-1 text-small text-slate">The file goes on to the right or below.</p>{/if}
