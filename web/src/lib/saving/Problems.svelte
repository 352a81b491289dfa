<script lang="ts">
	/** Entries that were not saved: a colleague was faster, or they could not be read. Nothing is lost until it is dealt with. */
	import type { Problem } from './queue';
	import { saving } from './saving.svelte';

	let { problems, name }: { problems: Problem[]; name: (problem: Problem) => string } = $props();
</script>

{#if problems.length}
	<ul aria-label="Entries to look at">
		{#each problems as each (each.id)}
			<li role="alert">
				<i class="diamond"></i>
				{#if each.theirs}
					{@const theirs = each.theirs.text || 'a blank'}
					<span><b>{name(each)}</b>: {each.message} You typed <b>{each.typed || 'a blank'}</b>.</span>
					<button class="btn small" onclick={() => saving.resolve(each, null)}>Keep {theirs}</button>
					<button class="btn quiet small" onclick={() => saving.resolve(each, each.typed)}
						>Put {each.typed || 'a blank'}</button
					>
				{:else}
					<span><b>{name(each)}</b>: {each.message} What was there is unchanged.</span>
					<button class="btn quiet small" onclick={() => saving.resolve(each, null)}
						>Let {each.typed} go</button
					>
				{/if}
			</li>
		{/each}
	</ul>
{/if}

<style>
	ul {
		max-height: 132px;
		overflow: auto;
		border-bottom: 1px solid var(--amber);
		background: var(--amber-2);
	}
	li {
		display: flex;
		align-items: center;
		gap: 12px;
		padding: 5px 24px;
	}
	li span {
		max-width: 760px;
	}
	b {
		font-weight: 600;
	}
</style>
