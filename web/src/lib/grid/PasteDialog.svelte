<script lang="ts">
	/** What a paste would overwrite, before it does. */
	import Dialog from '$lib/ui/Dialog.svelte';
	import type { Pasted } from './pasting';

	let { pasted = $bindable(null), onpaste }: { pasted: Pasted | null; onpaste: (pasted: Pasted) => void } =
		$props();
	const overwrites = $derived(
		pasted?.entries.filter((each) => each.before && each.before !== each.text) ?? []
	);
	const count = $derived(pasted?.entries.length ?? 0);
	const words = $derived(count === 1 ? '1 score' : `${count} scores`);
</script>

<Dialog
	wide
	title={count ? `Paste ${words}?` : 'Nothing of this can be pasted'}
	bind:open={() => pasted !== null, (open) => !open && (pasted = null)}
>
	{#if pasted}
		{#each pasted.words as line (line)}<p class="look">{line}</p>{/each}
		{#if overwrites.length}
			<p>
				{overwrites.length} of them {overwrites.length === 1 ? 'stands' : 'stand'} where there is another score:
			</p>
			<div class="list">
				<table>
					<caption class="sr-only">Scores that would be overwritten</caption>
					<tbody>
						{#each overwrites as each (`${each.student} ${each.assignment}`)}
							<tr
								><th scope="row">{each.name}</th><td>{each.work}</td><td><s>{each.before}</s></td><td
									><b>{each.text || 'blank'}</b></td
								></tr
							>
						{/each}
					</tbody>
				</table>
			</div>
		{/if}
		<p class="acts">
			{#if count}<button class="btn" onclick={() => onpaste(pasted!)}>Paste {words}</button>{/if}
			<button class="btn quiet" onclick={() => (pasted = null)}>Leave everything as it is</button>
		</p>
	{/if}
</Dialog>

<style>
	.look {
		color: var(--amber-ink);
	}
	.list {
		max-height: 300px;
		margin: 8px 0;
		overflow: auto;
	}
	table {
		width: 100%;
	}
	th,
	td {
		height: 26px;
		border-bottom: 1px solid var(--hair);
		font-weight: 400;
		text-align: left;
	}
	b {
		font-weight: 600;
	}
	.acts {
		display: flex;
		gap: 12px;
		margin-top: 14px;
	}
</style>
