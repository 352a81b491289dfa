<script lang="ts">
	/**
	 * Marking by criteria: a row a criterion, its levels as a strip with their points, the wording of the chosen one under it. A
	 * digit chooses and goes on to the next criterion; the arrows go along and up and down; Enter goes on.
	 */
	import type { Shapes } from '$lib/api/client';

	let {
		id,
		criteria,
		chosen,
		disabled = false,
		onchoose,
		onnext
	}: {
		/** Under which the first row is found, for the focus to be brought there. */
		id: string;
		criteria: readonly Shapes['CriterionOut'][];
		/** For each criterion the number of its level, from 1; 0 is none. */
		chosen: readonly number[];
		disabled?: boolean;
		/** A level of a criterion, by its number from 1; 0 takes it away. */
		onchoose: (criterion: number, level: number) => void;
		/** Enter, or a digit for the last criterion and Enter after it. */
		onnext: () => void;
	} = $props();
	let rows = $state<HTMLElement[]>([]);
	let at = $state(0);

	function go(place: number): void {
		at = Math.max(0, Math.min(place, criteria.length - 1));
		rows[at]?.focus();
	}

	function onkeydown(event: KeyboardEvent, place: number): void {
		if (event.altKey || event.ctrlKey || event.metaKey) return;
		const levels = criteria[place]!.levels.length;
		const now = chosen[place] ?? 0;
		const digit = /^\d$/.test(event.key) ? Number(event.key) : null;
		if (event.key === 'Enter') onnext();
		else if (event.key === 'ArrowDown') go(place + 1);
		else if (event.key === 'ArrowUp') go(place - 1);
		else if (disabled) return;
		else if (digit !== null && digit <= levels) {
			onchoose(place, digit);
			if (digit) go(place + 1);
		} else if (event.key === 'ArrowRight' && now < levels) onchoose(place, now + 1);
		else if (event.key === 'ArrowLeft' && now > 1) onchoose(place, now - 1);
		else if (event.key === 'Delete' || event.key === 'Backspace') onchoose(place, 0);
		else return;
		event.preventDefault();
		event.stopPropagation();
	}
</script>

<div class="grid gap-2.5">
	{#each criteria as criterion, place (criterion.name)}
		{@const level = criterion.levels[(chosen[place] ?? 0) - 1]}
		<div
			bind:this={rows[place]}
			id={place ? undefined : id}
			role="radiogroup"
			tabindex={place === at ? 0 : -1}
			aria-label="{criterion.name}, {criterion.points} points"
			aria-disabled={disabled}
			class="rounded outline-offset-2"
			onfocus={() => (at = place)}
			onkeydown={(event) => onkeydown(event, place)}
		>
			<p class="flex items-baseline gap-2 leading-4.5">
				<b class="font-semibold">{criterion.name}</b>
				<span class="min-w-0 flex-1 text-small text-slate">{criterion.description}</span>
				<span class="text-small text-slate">{level ? `${level.points} of ` : 'of '}{criterion.points}</span>
			</p>
			<div class="mt-1 grid auto-cols-fr grid-flow-col">
				{#each criterion.levels as each, nth (each.name)}
					{@const isOn = chosen[place] === nth + 1}
					<button
						role="radio"
						tabindex="-1"
						aria-checked={isOn}
						aria-label="{each.name}, {each.points} {each.points === '1' ? 'point' : 'points'}{each.wording
							? `: ${each.wording}`
							: ''}"
						title={each.wording || undefined}
						{disabled}
						class={[
							'flex min-h-8 min-w-0 flex-col items-center justify-center border border-l-0 border-rule px-0.5 py-0.5 first:rounded-l first:border-l last:rounded-r max-md:min-h-11',
							isOn ? 'bg-ice font-semibold text-ink' : 'text-slate'
						]}
						onclick={() => {
							at = place;
							onchoose(place, isOn ? 0 : nth + 1);
						}}
					>
						<span class="max-w-full truncate leading-4">{each.name}</span>
						<small class="text-small leading-3.5 font-normal">{each.points}</small>
					</button>
				{/each}
			</div>
			{#if level?.wording}<p class="mt-0.5 text-small leading-4 text-slate">{level.wording}</p>{/if}
		</div>
	{/each}
</div>
