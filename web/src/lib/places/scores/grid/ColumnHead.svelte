<script lang="ts">
	/** The head of a column: category, points, name, due date, how it stands in words, and how far the marking is. */
	import type { Shapes } from '$lib/api/client';
	import { shortDay } from '$lib/words/days';

	let {
		column,
		isHere,
		isSorted,
		index,
		onhead
	}: {
		column: Shapes['ColumnOut'];
		isHere: boolean;
		/** Whether students stand by its scores, the best first. */
		isSorted: boolean;
		index: number;
		onhead: () => void;
	} = $props();
	/** What tells work of one kind apart stays where the rest of the name is cut: "Noteb… 12". */
	const last = $derived(/\s(?=\S{1,4}$)\S*\d\S*$/.exec(column.short_name)?.[0] ?? '');
</script>

<div
	class="work"
	class:none={column.colour === null}
	class:here={isHere}
	role="columnheader"
	aria-sort={isSorted ? 'descending' : undefined}
	title={[column.name, column.due_on && `due ${shortDay(column.due_on)}`, column.words]
		.filter(Boolean)
		.join(', ')}
	aria-colindex={index + 3}
	style="--c: {column.colour === null ? 'var(--color-slate)' : `var(--color-hue-${column.colour})`}"
>
	<span class="line"><i>{column.sign ?? '—'}</i><span>{column.extra ? '+' : ''}{column.points}</span></span>
	<button
		tabindex="-1"
		id="column-{column.id}"
		aria-label="{column.short_name}: what can be done with the column"
		onclick={onhead}
		><span>{column.short_name.slice(0, column.short_name.length - last.length)}</span>{last}</button
	>
	<span>{column.due_on ? shortDay(column.due_on) : ' '}</span>
	<span
		class:look={column.apart || column.alike}
		class:hidden-work={!column.shown && !column.apart && !column.lock}
		>{column.lock ? 'locked' : column.alike ? '◆ alike' : column.words}</span
	>
	<span class="bar"><i style="width: {column.bar}%"></i></span>
</div>

<style>
	.work {
		position: relative;
		padding: 5px 4px 0 5px;
		border-right-color: transparent;
		background: var(--color-birch);
		overflow: hidden;
	}
	.work::before {
		content: '';
		position: absolute;
		left: 2px;
		right: 1px;
		top: 0;
		height: 3px;
		background: var(--c);
	}
	.work.none::before {
		background: repeating-linear-gradient(90deg, var(--c) 0 4px, transparent 4px 7px);
	}
	.work.here {
		background: var(--color-ice-2);
		box-shadow:
			inset 1px 0 0 var(--color-juniper),
			inset -1px 0 0 var(--color-juniper);
	}
	.work > span {
		display: block;
		white-space: nowrap;
		letter-spacing: -0.01em;
		color: var(--color-slate);
	}
	button {
		display: flex;
		width: calc(100% + 4px);
		color: var(--color-ink);
		font-weight: 600;
		font-size: 13px;
		letter-spacing: -0.01em;
		text-align: left;
		white-space: pre;
	}
	button span {
		overflow: hidden;
		text-overflow: ellipsis;
	}
	button:hover {
		text-decoration: underline;
	}
	.work .line {
		display: flex;
		justify-content: space-between;
	}
	i {
		font-style: normal;
	}
	.work .look {
		color: var(--color-amber-ink);
	}
	.work .hidden-work {
		color: var(--color-ink);
		font-weight: 600;
		background: repeating-linear-gradient(135deg, transparent 0 3px, var(--color-hair) 3px 4px);
	}
	.work .bar {
		position: absolute;
		left: 5px;
		right: 5px;
		bottom: 3px;
		height: 3px;
		background: var(--color-hair);
	}
	.bar i {
		display: block;
		height: 3px;
		background: var(--c);
	}
</style>
