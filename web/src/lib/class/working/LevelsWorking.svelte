<script lang="ts">
	/** What a term of levels alone consists of: each level, and the work behind them. No percent is made, and none is shown. */
	import type { Shapes } from '$lib/api/client';
	import { t } from '$lib/words/language';

	let { how }: { how: Shapes['WorkingOut'] } = $props();
</script>

<table class="w-full">
	<thead>
		<tr>
			<th class="border-b border-rule pb-1 text-start text-small font-normal text-slate" scope="col"
				>{$t('working.standard')}</th
			>
			<th class="border-b border-rule pb-1 text-end text-small font-normal text-slate" scope="col"
				>{$t('working.level')}</th
			>
		</tr>
	</thead>
	<tbody>
		{#each how.standards ?? [] as each (each.name)}
			<tr class="border-b border-hair">
				<th class="py-1.75 text-start leading-4.75 font-normal" scope="row">{each.name}</th>
				<td class="py-1.75 text-end leading-4.75"
					>{#if each.mark}<b class="font-semibold">{each.mark}</b>{:else}—{/if}</td
				>
			</tr>
		{/each}
		{#each how.apart as line (line.name)}
			<tr class="border-b border-hair">
				<th class="py-1 ps-4.25 text-start leading-4.75 font-normal" scope="row">{line.name}</th>
				<td class="py-1 text-end leading-4.75 text-slate">{line.words}</td>
			</tr>
		{/each}
	</tbody>
</table>
