<script lang="ts">
	/** The year's terms in proportion to their length; the chosen one filled, today marked, posting windows as brackets. */
	import type { Shapes } from '$lib/api/client';

	let {
		ribbon,
		chosen,
		href,
		label = 'Terms'
	}: {
		ribbon: Shapes['RibbonOut'];
		chosen: number;
		href?: (term: number) => string;
		label?: string;
	} = $props();
	const all = $derived([...ribbon.whole, ...ribbon.semesters, ...ribbon.segments]);
	const current = $derived(all.find((each) => each.id === chosen));
	const isWrong = $derived(
		current !== undefined && !current.is_running && !(isMadeOfTerms(current) && holdsRunning(current))
	);
	const running = $derived(ribbon.segments.find((each) => each.is_running));

	function isMadeOfTerms(term: Shapes['SegmentOut']): boolean {
		return term.kind === 'semester' || term.kind === 'year';
	}

	function holdsRunning(semester: Shapes['SegmentOut']): boolean {
		const now = ribbon.segments.find((each) => each.is_running);
		return now !== undefined && now.left >= semester.left && now.left < semester.left + semester.width;
	}
	function open(window: Shapes['WindowOut']): string {
		return `right: ${100 - window.left}%`;
	}
</script>

<nav class="ribbon screen-only" class:wrong={isWrong && href} aria-label={label}>
	{#each ribbon.semesters as each (each.id)}
		<svelte:element
			this={href ? 'a' : 'span'}
			href={href?.(each.id)}
			class="semester"
			class:on={each.id === chosen}
			aria-current={each.id === chosen ? 'true' : undefined}
			style="left: {each.left}%; width: calc({each.width}% - 2px)">{each.name}</svelte:element
		>
	{/each}
	{#each ribbon.whole as each (each.id)}
		<svelte:element
			this={href ? 'a' : 'span'}
			href={href?.(each.id)}
			class="whole"
			class:on={each.id === chosen}
			aria-current={each.id === chosen ? 'true' : undefined}>{each.name}</svelte:element
		>
	{/each}
	{#each ribbon.segments as each (each.id)}
		<svelte:element
			this={href ? 'a' : 'span'}
			href={href?.(each.id)}
			class="segment"
			class:on={each.id === chosen}
			class:ahead={!each.is_past && !each.is_running}
			class:exam={each.kind === 'exam'}
			aria-current={each.id === chosen ? 'true' : undefined}
			title={each.name}
			style="left: {each.left}%; width: calc({each.width}% - 2px)"
			><b>{each.kind === 'exam' ? 'Exam' : each.name}</b><span>{each.words}</span></svelte:element
		>
	{/each}
	{#each ribbon.windows as window (window.left)}
		<i
			class="window"
			class:open={window.is_open}
			title={window.words}
			style="left: {window.left}%; width: {window.width}%"
		></i>
		{#if window.is_open}<span class="window-words" style={open(window)}>{window.words}</span>{/if}
	{/each}
	{#if ribbon.today !== null}<i
			class="today"
			title="today, {ribbon.today_words}"
			style="left: {ribbon.today}%"
		></i>{/if}
</nav>
{#if isWrong && href && running}
	<p class="warning" role="note">
		You are working in {current?.name}, not in the running {running.name.toLowerCase()}.
		<a class="link" href={href(running.id)}>Go to {running.name.toLowerCase()}</a>
	</p>
{/if}

<style>
	.ribbon {
		position: relative;
		height: 40px;
		margin: 0 24px;
		font-size: 12px;
		line-height: 16px;
	}
	.whole {
		position: absolute;
		top: 0;
		right: 0;
		z-index: 1;
		margin-top: -8px;
		height: 24px;
		padding: 8px 0 0 8px;
		background: var(--color-birch);
		color: var(--color-slate);
		line-height: 16px;
	}
	.whole.on {
		color: var(--color-ink);
		font-weight: 600;
	}
	.semester {
		position: absolute;
		/* As high as a finger needs, from above what it names. */
		top: -8px;
		height: 24px;
		padding-top: 8px;
		display: flex;
		align-items: center;
		gap: 6px;
		color: var(--color-slate);
		white-space: nowrap;
	}
	.semester::after {
		content: '';
		flex: 1;
		height: 5px;
		margin-top: 6px;
		border: solid var(--color-rule);
		border-width: 1px 1px 0 0;
	}
	.semester.on {
		color: var(--color-ink);
		font-weight: 600;
	}
	.segment {
		position: absolute;
		top: 16px;
		height: 24px;
		display: flex;
		align-items: center;
		padding: 0 8px;
		overflow: hidden;
		border: 1px solid var(--color-hair);
		background: var(--color-snow);
		color: var(--color-slate);
		white-space: nowrap;
	}
	.segment b {
		font-weight: inherit;
	}
	.ahead {
		background: transparent;
	}
	.exam {
		padding: 0;
		justify-content: center;
	}
	.exam span {
		display: none;
	}
	.segment.on {
		background: var(--color-ice);
		border-color: var(--color-deep);
		border-radius: 3px;
		color: var(--color-ink);
		font-weight: 600;
	}
	.segment span {
		margin-left: auto;
		padding-left: 8px;
		font-weight: 400;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.segment.on span {
		padding-right: 18px;
	}
	.wrong .on {
		background: repeating-linear-gradient(135deg, var(--color-amber-2) 0 6px, var(--color-snow) 6px 9px);
		border-color: var(--color-amber);
	}
	.window {
		position: absolute;
		top: 11px;
		height: 5px;
		border: solid var(--color-slate);
		border-width: 1.5px 1.5px 0;
	}
	.window.open {
		border-color: var(--color-juniper);
		border-width: 2px 2px 0;
	}
	.window-words {
		position: absolute;
		top: 0;
		padding: 0 6px;
		background: var(--color-birch);
		color: var(--color-juniper);
		font-weight: 600;
		white-space: nowrap;
	}
	.today {
		position: absolute;
		top: 14px;
		width: 2px;
		height: 28px;
		background: var(--color-ink);
	}
	.today::after {
		content: '';
		position: absolute;
		left: -3px;
		bottom: -3px;
		width: 8px;
		height: 3px;
		background: var(--color-ink);
	}
	.warning {
		margin: 4px 24px 0;
		color: var(--color-amber-ink);
		font-weight: 600;
	}
	.warning a {
		margin-left: 8px;
	}
	@media (max-width: 800px) {
		.ribbon {
			margin: 0 16px;
		}
		.segment {
			padding: 0 2px;
			justify-content: center;
		}
		.segment span,
		.window-words {
			display: none;
		}
	}
</style>
