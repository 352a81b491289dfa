<script lang="ts">
	/** One scale: its marks drawn on a line whose dividers can be dragged, and as a table in which they can be typed. */
	import Check from '$lib/ui/check/Check.svelte';
	import { counted } from '$lib/words/plurals';
	import { words, type Shapes } from '$lib/api/client';
	import Divider from './icicle/Divider.svelte';

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
			await onsave({ name, out_of: String(outOf), bands, is_shared: isShared });
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
	<div class="grid grid-cols-[minmax(0,1fr)_100px] gap-3">
		<label><span class="label">Name</span><input class="field" bind:value={name} /></label>
		<label
			><span class="label">Out of</span><input class="field" inputmode="decimal" bind:value={outOf} /></label
		>
	</div>
	<div
		class="line my-3 flex h-8.5 overflow-hidden rounded border border-rule"
		bind:this={line}
		role="group"
		aria-label="Marks from 0 to {top}"
	>
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
			<span
				class="min-w-0 overflow-hidden border-l border-rule bg-frost pt-1.75 text-center"
				style="flex: {Math.max(each.width, 0)} 1 0"
				title="{each.band.mark} from {each.band.min}">{each.band.mark}</span
			>
		{/each}
	</div>
	<div class="max-h-62.5 overflow-auto">
		<table class="w-full">
			<thead>
				<tr
					><th class="text-left text-small font-normal text-slate" scope="col">Mark</th><th
						class="text-left text-small font-normal text-slate"
						scope="col">From</th
					><th class="text-left text-small font-normal text-slate" scope="col"
						>Counts as, where marks are counted</th
					><th class="text-left text-small font-normal text-slate"><span class="sr-only">Remove</span></th
					></tr
				>
			</thead>
			<tbody>
				{#each bands as band, index (index)}
					<tr>
						<td class="pr-2 pb-0.5"
							><input class="field h-7" aria-label="Mark {index + 1}" bind:value={band.mark} /></td
						>
						<td class="pr-2 pb-0.5"
							><input
								class="field h-7"
								inputmode="decimal"
								aria-label="From, mark {index + 1}"
								bind:value={band.min}
							/></td
						>
						<td class="pr-2 pb-0.5"
							><input
								class="field h-7"
								inputmode="decimal"
								aria-label="Counts as, mark {index + 1}"
								placeholder="its middle"
								bind:value={band.value}
							/></td
						>
						<td class="pr-2 pb-0.5"
							><button
								class="size-6"
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
	{#if problem}<p class="problem mt-2 text-rowan" role="alert">{problem}</p>{/if}
	<Check class="mt-2" bind:checked={isShared}>offer my scale to the whole school</Check>
	<p class="mt-3 flex flex-wrap items-center gap-x-3 gap-y-2">
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
		{#if scale.uses}<span class="text-small text-slate"
				>{counted(scale.uses, 'class uses', 'classes use')} it; they keep it as it is.{scale.is_here
					? ' This class takes up yours, through the draft where it has scores.'
					: ''}</span
			>{/if}
	</p>
</form>

<style>
	.line span:nth-of-type(odd) {
		background: var(--color-ice);
	}
</style>
