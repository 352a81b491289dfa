<script lang="ts">
	/** What a cell shows on its level of ice: the score, or which kind of blank it is. */
	import type { Shapes } from '$lib/api/client';
	import type { Problem, Waiting } from '$lib/app/saving/queue';
	import { brief } from '$lib/ui/brief';
	import { rest } from './decimals';

	let {
		cell,
		pending,
		problem,
		isAdjusted,
		places,
		hue = 0
	}: {
		cell: Shapes['CellOut'];
		pending: Waiting | undefined;
		problem: Problem | undefined;
		/** Whether numbers are shown as adjusted, beside what was entered. */
		isAdjusted: boolean;
		/** The most decimals in the column: points stand under each other. */
		places: number;
		/** The colour of the code that is shown; 0 is none. */
		hue?: number;
	} = $props();
	const text = $derived(brief(problem?.typed ?? pending?.text ?? cell.text));
	const flag = $derived(pending?.flag ?? cell.flag);
	const hasComment = $derived(pending?.comment === undefined ? cell.comment : pending.comment !== '');
	const hasNote = $derived(pending?.note === undefined ? cell.note : pending.note !== '');
	/** Whether the score is the one that is saved. */
	const isPlain = $derived(typeof pending?.text !== 'string' && !problem);
	const shown = $derived((isAdjusted && isPlain && cell.adjusted) || text);
	const lacks = $derived(rest(shown, places));
	/** Whether what is shown leaves a sign of full size no room before it. */
	const isFull = $derived(
		problem !== undefined ||
			flag !== '' ||
			(shown === text ? '' : text).length + shown.length + lacks.length > 3
	);
	const isCode = $derived(text !== '' && !/\d/.test(text));
	const isOdd = $derived(problem !== undefined || (cell.slip !== null && isPlain));
	const letters: Record<string, string> = { late: 'L', incomplete: 'I', absent: 'A', 'handed in': 'H' };
</script>

{#if isPlain && cell.state === 'not_assigned'}<span class="value code">—</span>
{:else if isPlain && cell.state === 'missing' && !text}<span class="missing-bar" title="missing"></span>
{:else if isPlain && cell.state === 'begun' && !text}<span
		class="value code"
		title="not all criteria have a level">begun</span
	>
{:else if isPlain && cell.state === 'past_due' && !text}<span class="dots" title="past due"></span>
{:else}
	<span
		class="value"
		style:--c={hue ? `var(--color-hue-${hue - 1})` : undefined}
		class:coloured={hue}
		class:code={isCode}
		class:dropped={cell.dropped && isPlain}
		class:wrong={problem}
		data-rest={lacks || undefined}
		>{#if shown !== text}<small>{text}</small>{/if}{shown}</span
	>
{/if}
{#if flag || hasComment || hasNote || isOdd || pending}
	{#if flag && !problem}<em title={flag} data-letter={letters[flag]}></em>{/if}
	{#if hasComment}<span class="fold" title="has a comment"></span>{/if}
	{#if hasNote}<span class="note" title="has a note of yours"></span>{/if}
	{#if isOdd}<i class="diamond mark" class:corner={isFull}></i>{:else if pending}<span class="waiting"
		></span>{/if}
{/if}

<style>
	.value {
		padding-right: 8px;
	}
	.code {
		color: var(--color-slate);
		font-size: 12px;
	}
	.coloured {
		padding-right: 4px;
		margin-right: 4px;
		border-bottom: 2px solid var(--c);
		color: var(--color-ink);
	}
	.dropped {
		color: var(--color-slate);
		text-decoration: line-through;
	}
	.wrong {
		color: var(--color-amber-ink);
		font-weight: 600;
	}
	small {
		margin-right: 3px;
		color: var(--color-slate);
		font-size: 12px;
		text-decoration: line-through;
	}
	em {
		position: absolute;
		left: 1px;
		top: 7px;
		font: 600 12px/16px var(--font-text);
		color: var(--color-amber-ink);
	}
	em::before {
		content: attr(data-letter);
	}
	.fold {
		position: absolute;
		right: 0;
		top: 0;
		border: solid transparent;
		border-width: 0 7px 7px 0;
		border-right-color: var(--color-juniper);
	}
	/* Below the fold of a comment for the family: a note is a line at the edge. */
	.note {
		position: absolute;
		right: 0;
		bottom: 3px;
		width: 2px;
		height: 10px;
		background: var(--color-slate);
	}
	.missing-bar,
	.dots {
		display: inline-block;
		vertical-align: middle;
	}
	.missing-bar {
		margin-right: 13px;
		height: 16px;
	}
	.dots {
		margin: 10px 9px 0 0;
		width: 19px;
		height: 3px;
		background: radial-gradient(circle at 1.5px 1.5px, var(--color-slate) 1.5px, transparent 1.6px) 0 0/8px
			3px;
	}
	.mark {
		position: absolute;
		left: 5px;
		top: 11px;
		width: 7px;
		height: 7px;
		background: var(--color-amber);
	}
	/* A long number, one with a flag before it, or what could not be read, may need the whole width. */
	.corner {
		left: 2px;
		top: 2px;
		width: 5px;
		height: 5px;
	}
	.wrong {
		display: inline-block;
		max-width: 100%;
		padding-right: 6px;
		overflow: hidden;
		text-overflow: ellipsis;
		vertical-align: bottom;
	}
	.waiting {
		position: absolute;
		left: 0;
		right: 0;
		bottom: 0;
		height: 3px;
		background: repeating-linear-gradient(90deg, var(--color-amber) 0 4px, transparent 4px 7px);
	}
</style>
