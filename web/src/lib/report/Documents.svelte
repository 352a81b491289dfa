<script lang="ts">
	/** The documents that one asked for, and how far each is. One can leave and come back to them. */
	import { createQuery } from '@tanstack/svelte-query';
	import { api, ask, type Shapes } from '$lib/api/client';
	import { longDay } from '$lib/api/days';

	let { most = 6 }: { most?: number } = $props();
	const SOON = 700;
	const found = createQuery(() => ({
		queryKey: ['documents'],
		queryFn: () => ask(api.GET('/api/documents')),
		refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? SOON : false)
	}));

	function isUnderWay(each: Shapes['DocumentOut']): boolean {
		return each.state === 'waiting' || each.state === 'being made';
	}

	function size(bytes: number): string {
		return bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
	}
</script>

{#if found.data?.length}
	<ul aria-label="Documents">
		{#each found.data.slice(0, most) as each (each.id)}
			<li>
				{#if each.state === 'done'}
					<a class="link" href="/api/documents/{each.id}/file" download>{each.name}</a>
					<span>{longDay(each.at)}, {size(each.size)}</span>
				{:else}
					<span>{each.name}</span>
					{#if each.state === 'failed'}<span class="problem" role="alert">{each.problem}</span>
					{:else}<span class="far"
							><progress max={each.total} value={each.done} aria-label="How far {each.name} is"></progress>
							{each.state === 'waiting' ? 'waiting' : `${each.done} of ${each.total}`}</span
						>{/if}
				{/if}
			</li>
		{/each}
	</ul>
{/if}

<style>
	ul {
		border-top: 1px solid var(--hair);
	}
	li {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		gap: 2px 16px;
		padding: 5px 0;
		border-bottom: 1px solid var(--hair);
	}
	li > :first-child {
		overflow-wrap: anywhere;
	}
	span {
		color: var(--slate);
	}
	.far {
		display: inline-flex;
		align-items: center;
		gap: 8px;
	}
	progress {
		appearance: none;
		width: 120px;
		height: 10px;
		border: 1px solid var(--rule);
		background: var(--snow);
	}
	progress::-webkit-progress-bar {
		background: var(--snow);
	}
	progress::-webkit-progress-value {
		background: var(--deep-2);
	}
	progress::-moz-progress-bar {
		background: var(--deep-2);
	}
</style>
