<script lang="ts">
	/**
	 * The grade drawn to scale: the whole, under it the categories by weight, under them the assignments by share.
	 * Ice hangs in each piece as far as the marking has come. What is in no category lies apart.
	 */
	import type { Shapes } from '$lib/api/client';
	import Apart from './Apart.svelte';
	import CategoryPiece from './CategoryPiece.svelte';
	import Divider from './Divider.svelte';
	import { Drawing } from './drawing.svelte';
	import Piece from './Piece.svelte';

	let {
		plan,
		onplace,
		isStanding = false,
		onweights,
		onshares
	}: {
		plan: Shapes['PlanOut'];
		onplace?: (assignment: number) => void;
		/** Drawn as the grade stands now, and not as planned. */
		isStanding?: boolean;
		onweights?: (weights: Record<number, string>) => Promise<unknown>;
		onshares?: (shares: Record<number, string>) => Promise<unknown>;
	} = $props();

	type Category = Shapes['CategoryOut'];
	type Assignment = Shapes['AssignmentOut'];

	let bar = $state<HTMLElement>();
	const drawing = new Drawing(
		() => plan,
		() => isStanding,
		() => ({ weights: onweights, shares: onshares })
	);
	const isWeighted = $derived(plan.weights !== null);
	const drawn = $derived(plan.categories.filter((each) => drawing.wide(each) > 0 && !each.bonus));
	const apart = $derived(
		plan.assignments.filter((each) => !each.counts || (isWeighted && each.category_id === null))
	);
	/** Under the pooled ways, work in no category is in the grade as well. */
	const loose = $derived(isWeighted ? [] : drawing.within(null));
	const canMove = $derived(isWeighted && !isStanding && onweights !== undefined);
	/** Where the dividers are in force, in percent of the bar, while a draft has others. */
	const marks = $derived.by(() => {
		if (!plan.has_draft || isStanding || !isWeighted) return [];
		let at = 0;
		const ends = plan.categories.filter((each) => !each.bonus).map((each) => (at += each.width_in_force));
		return ends.slice(0, -1);
	});
	let told = $state<string | null>(null);
	/** The piece that has the focus, or had it last: the pieces are one stop of Tab, and the arrows go along them. */
	let at = $state<number | null>(null);
	const first = $derived(plan.assignments.find((each) => drawing.wideWork(each) > 0 && !each.extra)?.id);

	/** How much of the whole one pixel is. */
	function per(): number {
		return 100 / Math.max(bar?.clientWidth ?? 100, 1) / drawing.scale;
	}

	function say(each: Assignment): string {
		const category = plan.categories.find((one) => one.id === each.category_id);
		const within = each.of_category && category ? `, ${each.of_category} % of ${category.name}` : '';
		return `${each.name}: ${each.points} points${within}, ${each.of_grade} % of the grade; ${each.marked} of ${each.due} marked`;
	}

	function sayCategory(each: Category): string {
		return `${each.name}: ${each.of_grade} % of the grade${each.has_scores ? '' : ', no scores yet'}`;
	}
</script>

<div class="row" role="group" aria-label="{plan.term}, drawn to scale">
	<div class="icicle">
		<div class="whole">
			<b class="name">{plan.term}</b><span
				>{isStanding ? 'of what has scores so far' : '100 % of the grade'}</span
			>
			{#if marks.length}<span class="legend"><i></i> the dividers as they are in force</span>{/if}
		</div>
		{#if marks.length}
			<div class="marks" aria-hidden="true">
				{#each marks as mark (mark)}<i style="left: {mark}%"></i>{/each}
			</div>
		{/if}
		<div class="pieces" bind:this={bar}>
			{#each drawn as category, index (category.id)}
				{@const works = drawing.within(category.id)}
				<CategoryPiece
					{category}
					width={drawing.wide(category)}
					weight={drawing.weight(category)}
					words={sayCategory(category)}
				>
					{#each works as each, place (each.id)}
						{@render piece(each, category.has_scores)}
						{@const next = works[place + 1]}
						{#if next && category.method === 'shares' && onshares && !isStanding && isWeighted}
							<Divider
								label="Shares of {each.name} and {next.name}"
								value={Number(each.of_category)}
								sum={Number(each.of_category) + Number(next.of_category)}
								per={() => (per() * 100 * drawing.scale) / Math.max(category.width, 1)}
								onmove={(value) => drawing.tryShares(each, next, value)}
								onkeep={(value) => void drawing.keepShares(each, next, value)}
							/>
						{/if}
					{/each}
				</CategoryPiece>
				{@const right = drawn[index + 1]}
				{#if canMove && (right || plan.not_given > 0)}
					{@const sum = Number(category.weight) + (right ? Number(right.weight) : plan.not_given)}
					<Divider
						label={right
							? `Weights of ${category.name} and ${right.name}`
							: `${category.name}, before what is not given`}
						value={Number(category.weight)}
						{sum}
						{per}
						onmove={(value) => drawing.tryWeights(category, right, value)}
						onkeep={(value) => void drawing.keepWeights(category, right, value)}
					/>
				{/if}
			{/each}
			{#if loose.length}
				<CategoryPiece category={null} width={loose.reduce((sum, each) => sum + drawing.wideWork(each), 0)}>
					{#each loose as each (each.id)}{@render piece(each, true)}{/each}
				</CategoryPiece>
			{/if}
			{#if isWeighted && plan.not_given > 0 && !isStanding}
				<div class="gap" style="flex: {plan.not_given} 1 0" title="{plan.not_given} of 100 not given">
					{plan.not_given} not given
				</div>
			{/if}
		</div>
		<p class="told" aria-hidden="true">{told ?? ''}</p>
	</div>
	{#if apart.length}<Apart works={apart} {onplace} />{/if}
</div>
<div class="sr-only">
	<table>
		<caption>{plan.term}: what makes the grade</caption>
		<tbody>
			{#each plan.categories as category (category.id)}
				<tr><th scope="row">{sayCategory(category)}</th></tr>
				{#each drawing.within(category.id) as each (each.id)}<tr><td>{say(each)}</td></tr>{/each}
			{/each}
			{#each apart as each (each.id)}<tr><td>{each.name}, not in the grade</td></tr>{/each}
		</tbody>
	</table>
</div>

{#snippet piece(each: Assignment, hasScores: boolean)}
	<Piece
		work={each}
		share={isStanding ? each.width_standing.toFixed(1) : each.of_grade}
		width={drawing.wideWork(each)}
		words={say(each)}
		isStop={each.id === (at ?? first)}
		{hasScores}
		ontell={(words, isFocused) => {
			told = words;
			if (isFocused) at = each.id;
		}}
	/>
{/snippet}

<style>
	.row {
		display: flex;
		gap: 20px;
		margin: 0 24px;
	}
	.icicle {
		flex: 1;
		min-width: 0;
	}
	.whole {
		display: flex;
		align-items: center;
		gap: 10px;
		height: 24px;
		padding: 0 10px;
		border: 1px solid var(--color-rule);
		border-bottom: 0;
		border-radius: 3px 3px 0 0;
		background: var(--color-snow);
	}
	.whole span {
		color: var(--color-slate);
		font-size: 12px;
	}
	.legend {
		margin-left: auto;
	}
	.legend i,
	.marks i {
		display: inline-block;
		border: solid transparent;
		border-width: 7px 5px 0;
		border-top-color: var(--color-amber);
	}
	.marks {
		position: relative;
		height: 0;
	}
	.marks i {
		position: absolute;
		z-index: 2;
		top: -6px;
		margin-left: -5px;
	}
	.pieces {
		display: flex;
		gap: 1px;
		height: 110px;
	}
	.gap {
		display: flex;
		flex-direction: column;
		justify-content: center;
		text-align: center;
		font-size: 12px;
		line-height: 16px;
		min-width: 18px;
		overflow: hidden;
		border: 1px dashed var(--color-rowan);
		background: repeating-linear-gradient(135deg, var(--color-rowan-2) 0 4px, transparent 4px 8px);
		color: var(--color-rowan);
	}
	.told {
		height: 18px;
		margin-top: 2px;
		font-size: 12px;
		color: var(--color-slate);
		overflow: hidden;
		white-space: nowrap;
	}
	@media (width < 56.25rem) {
		.row {
			margin: 0 16px;
			flex-direction: column;
		}
	}
</style>
