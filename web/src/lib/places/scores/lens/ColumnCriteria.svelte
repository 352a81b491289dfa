<script lang="ts">
	/** How the class stands at each criterion of a piece of work. */
	import type { Shapes } from '$lib/api/client';

	let { criteria }: { criteria: readonly Shapes['CriterionShownOut'][] } = $props();
	const most = (counts: readonly number[]) => Math.max(...counts, 1);
</script>

<h3>By criterion</h3>
<ul class="grid gap-2">
	{#each criteria as criterion (criterion.name)}
		<li>
			<p class="flex justify-between">
				<b class="font-semibold">{criterion.name}</b> <span class="text-slate">of {criterion.points}</span>
			</p>
			<ul>
				{#each criterion.levels as level, place (level.name)}
					<li class="flex items-center gap-2">
						<span class="w-24 flex-none truncate text-slate">{level.name}</span>
						<i
							class="h-2 min-w-px bg-deep-2"
							style:width="{((criterion.counts[place] ?? 0) * 50) / most(criterion.counts)}%"
						></i>
						<span>{criterion.counts[place]}</span>
					</li>
				{/each}
			</ul>
		</li>
	{/each}
</ul>
