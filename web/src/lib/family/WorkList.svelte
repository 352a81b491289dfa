<script lang="ts">
	/** Some of a student's work, with score and comment as far as the family sees them. */
	import type { Shapes } from '$lib/api/client';
	import { longDay } from '$lib/api/days';

	let { student, title, works }: { student: number; title: string; works: Shapes['WorkOut'][] } = $props();
	const isMissing = $derived(title === 'Missing');
</script>

<h3 class:rowan={isMissing}>{title}</h3>
<ul>
	{#each works as each (each.id)}
		<li style="--c: {each.colour === null ? 'transparent' : `var(--hue-${each.colour})`}">
			<span class="slate">{each.due_on ? longDay(each.due_on) : ''}</span>
			{#if isMissing}<i class="missing-bar" aria-hidden="true"></i>{:else}<i
					class="square"
					title={each.category ?? 'no category'}
				></i>{/if}
			<span>
				{each.name}
				{#if each.words && !isMissing}<span class="slate small">{each.words}</span>{/if}
				{#if each.description}<span class="slate small told">{each.description}</span>{/if}
				{#if each.link || each.file}
					<span class="small told">
						{#if each.link}<a class="link" href={each.link} target="_blank" rel="noopener noreferrer external"
								>{new URL(each.link).host}</a
							>{/if}
						{#if each.file}<a
								class="link"
								href="/api/families/{student}/files/{each.id}"
								download={each.file}
								rel="external">{each.file}</a
							>{/if}
					</span>
				{/if}
				{#if each.comment}<span class="slate comment">“{each.comment}”</span>{/if}
			</span>
			<span class="score">
				{#if each.score}<b class:struck={each.dropped}>{each.score}</b>
					<span class="slate">{each.points ? ` of ${each.points}` : ''}</span>{/if}
			</span>
		</li>
	{/each}
</ul>

<style>
	.told {
		display: block;
		white-space: pre-line;
	}
	h3 {
		margin: 14px 0 4px;
		font: 400 12px/16px var(--text);
		color: var(--slate);
	}
	h3:first-of-type {
		margin-top: 0;
	}
	.rowan {
		color: var(--rowan);
		font-weight: 600;
	}
	ul {
		border-top: 1px solid var(--rule);
	}
	li {
		display: grid;
		grid-template-columns: 76px 9px minmax(0, 1fr) auto;
		gap: 0 8px;
		padding: 5px 0;
		border-bottom: 1px solid var(--hair);
	}
	.square {
		width: 9px;
		height: 9px;
		margin-top: 5px;
		border-radius: 1px;
		background: var(--c);
		box-shadow: inset 0 0 0 1px var(--slate);
	}
	.slate {
		color: var(--slate);
	}
	.small {
		margin-left: 6px;
		font-size: 12px;
	}
	.comment {
		display: block;
	}
	.score {
		white-space: nowrap;
	}
	b {
		font-weight: 600;
	}
	.struck {
		font-weight: 400;
		text-decoration: line-through;
	}
</style>
