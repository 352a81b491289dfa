<script lang="ts">
	/** The five places of a class in the order of the work, each with how it stands. */
	import type { Shapes } from '$lib/api/client';
	import Crystal from './Crystal.svelte';

	let {
		stations,
		href,
		current = '',
		small = false
	}: {
		stations: Shapes['StationOut'][];
		href: (name: string) => string | null;
		current?: string;
		small?: boolean;
	} = $props();
	const titled = (name: string) => name[0]!.toUpperCase() + name.slice(1);
</script>

{#snippet station(each: Shapes['StationOut'])}
	<span class="line">
		{#if each.name === current}<Crystal />{:else}<span class="dot {each.state}"></span>{/if}
		<b>{titled(each.name)}</b><i></i>
	</span>
	<small class:look={each.look}>{each.words}</small>
{/snippet}

<ol class="trail screen-only" class:small>
	{#each stations as each (each.name)}
		{@const place = href(each.name)}
		<li class:now={each.name === current}>
			{#if place}
				<a href={place} aria-current={each.name === current ? 'page' : undefined}>{@render station(each)}</a>
			{:else}
				<span>{@render station(each)}</span>
			{/if}
		</li>
	{/each}
</ol>

<style>
	.trail {
		display: flex;
		flex: 1;
		padding-top: 3px;
		min-width: 0;
	}
	li {
		flex: 1 1 0;
		min-width: 0;
	}
	li:last-child {
		flex: 0 1 138px;
	}
	a,
	li > span {
		display: block;
	}
	.line {
		display: flex;
		align-items: center;
		gap: 7px;
		height: 20px;
	}
	b {
		font: 500 15px/20px var(--name);
		color: var(--slate);
	}
	i {
		flex: 1;
		border-top: 1px solid var(--rule);
		margin-right: 9px;
	}
	li:last-child i {
		display: none;
	}
	.dot {
		width: 9px;
		height: 9px;
		margin: 0 1px;
		border-radius: 50%;
		border: 1.5px solid var(--slate);
		flex: none;
	}
	.line :global(svg) {
		margin: 0 -2px;
	}
	.done {
		background: var(--slate);
	}
	.half {
		background: linear-gradient(90deg, var(--slate) 50%, transparent 50%);
	}
	.now b {
		color: var(--ink);
		font-weight: 650;
	}
	a:hover b {
		color: var(--ink);
	}
	small {
		display: block;
		font-size: 12px;
		line-height: 16px;
		color: var(--slate);
		padding-left: 18px;
		white-space: nowrap;
		overflow: hidden;
		text-overflow: ellipsis;
	}
	.now small {
		color: var(--ink);
	}
	.small {
		padding-top: 10px;
	}
	.small b {
		font: 500 13px/18px var(--text);
		color: var(--ink);
	}
	.small li:last-child {
		flex: 0 0 138px;
	}
	.small small.look {
		color: var(--amber-ink);
		font-weight: 600;
	}
	@media (max-width: 800px) {
		.trail {
			flex-wrap: wrap;
			gap: 4px 0;
		}
		li,
		li:last-child,
		.small li:last-child {
			flex: 0 0 50%;
		}
		i {
			display: none;
		}
	}
</style>
