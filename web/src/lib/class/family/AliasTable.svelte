<script lang="ts">
	/** A class by aliases: its work across, an alias a line, each score as families are shown it. */
	import type { Shapes } from '$lib/api/client';
	import { shortDay } from '$lib/words/days';
	import { t } from '$lib/words/door';

	let { sheet }: { sheet: Shapes['AliasSheetOut'] } = $props();
</script>

{#if sheet.works.length}
	<div class="relative overflow-x-auto print:overflow-visible">
		<table class="rows">
			<caption class="sr-only">{$t('sheet.caption', { name: sheet.name, term: sheet.term })}</caption>
			<thead>
				<tr>
					<th class="sticky left-0 z-1 bg-birch print:static" scope="col">{$t('sheet.alias')}</th>
					{#each sheet.works as each, place (place)}
						<th class="min-w-20 align-bottom" scope="col">
							<span class="block max-w-28">{each.name}</span>
							<span class="block text-small font-normal whitespace-nowrap text-slate"
								>{each.due_on ? shortDay(each.due_on) : ''}</span
							>
							<span class="block text-small font-normal whitespace-nowrap text-slate"
								>{each.points && $t('sheet.points', { points: each.points })}</span
							>
						</th>
					{/each}
				</tr>
			</thead>
			<tbody>
				{#each sheet.rows as row (row.alias)}
					<tr>
						<th class="num sticky left-0 z-1 bg-birch font-semibold print:static" scope="row">{row.alias}</th>
						{#each row.scores as score, place (place)}<td class="num">{score}</td>{/each}
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
{:else}
	<p class="text-slate">{$t('sheet.no_scores', { term: sheet.term.toLowerCase() })}</p>
{/if}
