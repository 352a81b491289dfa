<script lang="ts">
	/** What a family sees of one class in one term. */
	import type { Snippet } from 'svelte';
	import type { Shapes } from '$lib/api/client';
	import { longDay } from '$lib/api/days';
	import Working from '$lib/working/Working.svelte';
	import WorkList from './WorkList.svelte';

	let {
		student,
		shown,
		to,
		toCard,
		children
	}: {
		student: number;
		shown: Shapes['FamilyClassOut'];
		/** Where another term is read. */
		to: (term: number) => string;
		/** Where a term's report card is read; none for teachers, who see one class. */
		toCard?: (term: number) => string;
		/** What stands above: the student's classes. */
		children?: Snippet;
	} = $props();
	const lists = $derived<[string, Shapes['WorkOut'][]][]>([
		['Missing', shown.missing],
		['To come', shown.to_come],
		['Being marked', shown.being_marked],
		['Back, newest first', shown.back]
	]);
</script>

<div class="family">
	<section aria-label={shown.name}>
		{@render children?.()}
		<div class="hero">
			{#if shown.mark}<b class:word={shown.mark.length > 3}>{shown.mark}</b>{/if}
			<div>
				<p class="headline">{shown.headline}</p>
				<p class="slate">{shown.words}</p>
			</div>
		</div>
		{#if shown.posted?.comment}
			<h2>What {shown.teachers[0]} writes</h2>
			<p class="comment">{shown.posted.comment}</p>
		{/if}
		{#if shown.working}
			<h2>How it comes about</h2>
			<Working how={shown.working} />
		{/if}
		{#if shown.takes.length}
			<h2>What it would take</h2>
			<div class="scroll">
				<table class="takes">
					<thead>
						<tr>
							<th scope="col">If everything else stays as it is</th>
							{#each shown.takes_heads as head (head)}<th scope="col">{head}</th>{/each}
						</tr>
					</thead>
					<tbody>
						{#each shown.takes as each (each.work)}
							<tr>
								<th scope="row">{each.work}<span class="slate">{each.words}</span></th>
								{#each each.answers as answer, index (index)}<td>{answer}</td>{/each}
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
		{/if}
	</section>
	<aside aria-label="Work">
		<h2>Work</h2>
		{#each lists as [title, works] (title)}
			{#if works.length}<WorkList {student} {title} {works} />{/if}
		{:else}<p class="slate">No work yet.</p>{/each}
		{#if shown.cards.length}
			<h2>Posted</h2>
			<ul>
				{#each shown.cards as card (card.term_id)}
					<li>
						<span
							><b>{card.term}</b>, {card.mark ?? 'no mark'}<span class="slate"
								>posted {longDay(card.at)}{card.effort ? `, effort ${card.effort}` : ''}{card.comment
									? ', with a comment'
									: ''}</span
							></span
						>
						<span class="ways">
							<a class="link" href={to(card.term_id)}>read<span class="sr-only"> {card.term}</span></a>
							{#if toCard}<a class="link" href={toCard(card.term_id)}
									>report card<span class="sr-only"> of {card.term}</span></a
								>{/if}
						</span>
					</li>
				{/each}
			</ul>
		{/if}
	</aside>
</div>

<style>
	.family {
		display: grid;
		grid-template-columns: minmax(0, 700px) minmax(260px, 396px);
		gap: 56px;
		padding: 20px 40px 48px;
	}
	.ways {
		display: flex;
		flex: none;
		gap: 12px;
	}
	.slate {
		color: var(--slate);
		font-size: 13px;
	}
	.hero {
		display: flex;
		align-items: center;
		gap: 28px;
		margin-bottom: 20px;
	}
	.hero b {
		font: 550 54px/60px var(--name);
		letter-spacing: -0.03em;
	}
	.hero b.word {
		font-size: 34px;
	}
	.headline {
		margin-bottom: 4px;
		font-size: 18px;
		line-height: 26px;
	}
	.hero .slate {
		font-size: 15px;
		line-height: 22px;
	}
	h2 {
		margin: 20px 0 8px;
	}
	aside h2:first-child {
		margin-top: 0;
	}
	.comment {
		max-width: 640px;
		font-size: 15px;
		line-height: 23px;
		white-space: pre-line;
	}
	.scroll {
		overflow-x: auto;
	}
	.takes {
		width: 100%;
	}
	.takes th,
	.takes td {
		padding: 8px 12px 8px 0;
		border-bottom: 1px solid var(--hair);
		text-align: left;
		vertical-align: top;
		font-weight: 400;
		line-height: 19px;
	}
	.takes thead th {
		padding-top: 0;
		border-bottom-color: var(--rule);
		color: var(--slate);
	}
	.takes tbody th {
		font-weight: 600;
	}
	.takes th span {
		display: block;
		font-weight: 400;
	}
	aside li {
		display: flex;
		justify-content: space-between;
		gap: 12px;
		padding: 8px 0;
		border-top: 1px solid var(--hair);
	}
	aside li b {
		font-weight: 600;
	}
	aside li .slate {
		display: block;
	}
	@media (max-width: 900px) {
		.family {
			grid-template-columns: minmax(0, 1fr);
			gap: 16px;
			padding: 16px;
		}
	}
</style>
