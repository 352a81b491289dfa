<script lang="ts">
	/** What a score does to the grade: as it is, without it, as it was meant, each marked on a ruler of marks. */
	import type { Shapes } from '$lib/api/client';

	let {
		effects,
		ruler,
		drop,
		onworking
	}: {
		effects: Shapes['LensOut']['effects'];
		ruler: Shapes['LensOut']['ruler'];
		/** What is dropped, in words. */
		drop: string;
		onworking: () => void;
	} = $props();

	/** How each effect is marked, in its line and on the ruler. */
	const signs = ['now', 'without', 'meant'];
</script>

{#if effects.length}
	<h3>What it does to the grade</h3>
	<table class="my-1 w-full">
		<tbody>
			{#each effects as effect, place (effect.words)}
				<tr
					><th class="text-left font-normal" scope="row"
						><i
							class={['mr-2 inline-block size-2.25 rounded-full border-[1.5px] border-ink', signs[place]]}
							aria-hidden="true"
						></i>{effect.words}</th
					><td class="pl-2 text-right">{effect.percent ?? '—'}</td><td class="pl-2 text-right"
						><b class="font-semibold">{effect.mark ?? ''}</b></td
					></tr
				>
			{/each}
		</tbody>
	</table>
	{#if ruler.length}
		<div class="ruler" aria-hidden="true">
			{#each ruler as each, place (each.mark)}
				<span
					class="absolute top-px h-3.25 border-l border-rule pt-4 text-center text-small leading-4 whitespace-nowrap text-slate"
					style:left="{each.place}%"
					style:width="{(ruler[place + 1]?.place ?? 100) - each.place}%">{each.mark}</span
				>
			{/each}
			{#each effects as effect, place (effect.words)}
				{#if effect.place !== null}<i
						class={[
							'absolute top-0.75 mr-0 -ml-1 inline-block size-2.25 rounded-full border-[1.5px] border-ink',
							signs[place]
						]}
						style:left="{effect.place}%"
					></i>{/if}
			{/each}
		</div>
	{/if}
	<p>
		{drop} <button class="link" onclick={onworking}>Working</button>
	</p>
{/if}

<style>
	.now {
		background: var(--color-ink);
	}
	.meant {
		border-color: var(--color-juniper);
		border-radius: 0;
		rotate: 45deg;
		scale: 0.85;
	}
	.ruler {
		position: relative;
		height: 34px;
		margin: 10px 0 4px;
	}
	.ruler::before {
		content: '';
		position: absolute;
		left: 0;
		right: 0;
		top: 7px;
		border-top: 1px solid var(--color-rule);
	}
	.ruler .without {
		background: var(--color-birch);
	}
</style>
