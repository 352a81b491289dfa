<script lang="ts">
	/** One scale: its marks drawn on a line whose dividers can be dragged, and as a table in which they can be typed. */
	import { words, type Shapes } from '$lib/api/client';
	import Divider from '$lib/icicle/Divider.svelte';

	let {
		scale,
		onsave,
		ondelete
	}: {
		scale: Omit<Shapes['ScaleOut'], 'id'> & { id: number | null };
		onsave: (scale: Shapes['ScaleIn']) => Promise<void>;
		ondelete: (id: number) => Promise<void>;
	} = $props();

	// The editor is made anew for each scale: what is typed is its own until it is saved.
	// svelte-ignore state_referenced_locally
	let name = $state(scale.name);
	// svelte-ignore state_referenced_locally
	let outOf = $state(scale.out_of);
	// svelte-ignore state_referenced_locally
	let bands = $state(scale.bands.map((band) => ({ ...band })));
	let line = $state<HTMLElement>();
	// svelte-ignore state_referenced_locally
	let isShared = $state(scale.is_shared);
	let problem = $state('');
	const top = $derived(Number(outOf) || 100);
	/** From the lowest up, as far as minimums read as numbers; each with the width of its stretch. */
	const stretches = $derived.by(() => {
		const found = bands
			.map((band, index) => ({ band, index, min: Number(band.min) }))
			.filter((each) => band_ok(each.min))
			.sort((one, other) => one.min - other.min);
		return found.map((each, place) => ({ ...each, width: (found[place + 1]?.min ?? top) - each.min }));
	});

	function band_ok(min: number): boolean {
		return Number.isFinite(min) && min >= 0 && min <= top;
	}

	async function save(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		try {
			await onsave({ id: scale.id, name, out_of: String(outOf), bands, is_shared: isShared });
			problem = '';
		} catch (error) {
			problem = words(error);
		}
	}

	function add(): void {
		bands = [...bands, { mark: '', min: '', value: '' }];
	}
</script>

<form onsubmit={save} aria-label="Scale {scale.name}">
	<div class="names">
		<label><span class="label">Name</span><input class="field" bind:value={name} /></label>
		<label
			><span class="label">Out of</span><input class="field" inputmode="decimal" bind:value={outOf} /></label
		>
	</div>
	<div class="line" bind:this={line} role="group" aria-label="Marks from 0 to {top}">
		{#each stretches as each, place (each.index)}
			{@const below = stretches[place - 1]}
			{#if below}
				<Divider
					label="Where {each.band.mark || 'this mark'} begins"
					value={each.min - below.min}
					sum={below.width + each.width}
					per={() => top / Math.max(line?.clientWidth ?? 100, 1)}
					onmove={() => undefined}
					onkeep={(value) =>
						(bands[each.index]!.min = String(Math.round((below.min + value) * 10_000) / 10_000))}
				/>
			{/if}
			<span style="flex: {Math.max(each.width, 0)} 1 0" title="{each.band.mark} from {each.band.min}"
				>{each.band.mark}</span
			>
		{/each}
	</div>
	<div class="rows">
		<table>
			<thead>
				<tr
					><th scope="col">Mark</th><th scope="col">From</th><th scope="col"
						>Counts as, where marks are counted</th
					><th><span class="sr-only">Remove</span></th></tr
				>
			</thead>
			<tbody>
				{#each bands as band, index (index)}
					<tr>
						<td><input class="field" aria-label="Mark {index + 1}" bind:value={band.mark} /></td>
						<td
							><input
								class="field"
								inputmode="decimal"
								aria-label="From, mark {index + 1}"
								bind:value={band.min}
							/></td
						>
						<td
							><input
								class="field"
								inputmode="decimal"
								aria-label="Counts as, mark {index + 1}"
								placeholder="its middle"
								bind:value={band.value}
							/></td
						>
						<td
							><button
								type="button"
								aria-label="Remove {band.mark || 'this mark'}"
								onclick={() => (bands = bands.toSpliced(index, 1))}>×</button
							></td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
	<label class="shared"
		><input type="checkbox" bind:checked={isShared} /> offer my scale to the whole school</label
	>
	<p class="acts">
		<button class="btn"
			>{scale.id === null
				? 'Make this scale'
				: scale.is_mine && !scale.uses
					? 'Save'
					: 'Save as my own'}</button
		>
		<button type="button" class="btn quiet" onclick={add}>Add a mark</button>
		{#if scale.id !== null && scale.is_mine && !scale.uses}
			<button type="button" class="link" onclick={() => ondelete(scale.id!)}>Delete {scale.name}</button>
		{/if}
		{#if scale.uses}<span class="slate"
				>{scale.uses === 1 ? 'One class uses' : `${scale.uses} classes use`} it; they keep it as it is.{scale.is_here
					? ' This class takes up yours, through the draft where it has scores.'
					: ''}</span
			>{/if}
	</p>
</form>

<style>
	.names {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 100px;
		gap: 12px;
	}
	.line {
		display: flex;
		height: 34px;
		margin: 12px 0;
		overflow: hidden;
		border: 1px solid var(--rule);
		border-radius: 3px;
	}
	.line span {
		min-width: 0;
		padding-top: 7px;
		overflow: hidden;
		text-align: center;
		border-left: 1px solid var(--rule);
		background: var(--frost);
	}
	.line span:nth-of-type(odd) {
		background: var(--ice);
	}
	.rows {
		max-height: 250px;
		overflow: auto;
	}
	table {
		width: 100%;
	}
	th {
		color: var(--slate);
		font-size: 12px;
		font-weight: 400;
		text-align: left;
	}
	td {
		padding: 0 8px 2px 0;
	}
	td .field {
		height: 28px;
	}
	.shared {
		display: flex;
		gap: 6px;
		margin-top: 8px;
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 8px 12px;
		margin-top: 12px;
	}
	.slate {
		color: var(--slate);
		font-size: 12px;
	}
	.problem {
		margin-top: 8px;
		color: var(--rowan);
	}
</style>
