<script lang="ts">
	/** The marks under the line: where each begins, and as a bar how many have it now, and then. */
	import { writtenApart, type Spread } from './line';

	let {
		spread,
		x,
		floor
	}: {
		spread: Spread;
		/** Where a percent lies. */
		x: (place: number) => number;
		/** Where the axis is, from above. */
		floor: number;
	} = $props();

	const bands = $derived(
		spread.bands.map((band, index) => {
			const begins = Math.max(band.place, spread.begins);
			const ends = Math.min(spread.bands[index + 1]?.place ?? spread.ends, spread.ends);
			return { ...band, x: x(begins), width: Math.max(0, x(ends) - x(begins)), index, isIn: ends > begins };
		})
	);
	const written = $derived(
		writtenApart(
			bands
				.filter((band) => band.isIn)
				.map((band) => ({
					mark: band.mark,
					middle: band.x + band.width / 2,
					isHad: !!(band.now || band.then)
				}))
		)
	);
	const most = $derived(Math.max(1, ...spread.bands.flatMap((band) => [band.now, band.then ?? 0])));
</script>

{#each bands as band (band.mark)}
	{#if band.isIn}
		{#if band.index % 2 === spread.bands.length % 2}<rect
				class="fill-snow"
				x={band.x}
				y="14"
				width={band.width}
				height={floor - 14}
			/>{/if}
		{#if band.place > spread.begins}<line
				class="stroke-hair"
				x1={band.x}
				x2={band.x}
				y1="14"
				y2={floor + 8}
			/>{/if}
		{#if band.now}<rect
				class="fill-ice"
				x={band.x + 2}
				y={floor - (band.now / most) * 22}
				width={Math.max(0, (band.then === null ? band.width : band.width / 2) - 4)}
				height={(band.now / most) * 22}
			/>{/if}
		{#if band.then}<rect
				class="fill-deep"
				x={band.x + band.width / 2 + 1}
				y={floor - (band.then / most) * 22}
				width={Math.max(0, band.width / 2 - 4)}
				height={(band.then / most) * 22}
			/>{/if}
		{#if written.has(band.mark)}<text
				class="fill-ink font-name text-body font-semibold"
				x={band.x + band.width / 2}
				y={floor + 36}
				text-anchor="middle">{band.mark}</text
			>{/if}
		{#if written.has(band.mark) && (band.now || band.then)}
			{@const differs = band.then !== null && band.then !== band.now}
			<text class="fill-slate text-small" x={band.x + band.width / 2} y={floor + 53} text-anchor="middle"
				>{band.now}{#if differs && band.width >= 56}&nbsp;→ {band.then}{/if}</text
			>
			{#if differs && band.width < 56}<text
					class="fill-ink text-small"
					x={band.x + band.width / 2}
					y={floor + 69}
					text-anchor="middle">→ {band.then}</text
				>{/if}
		{/if}
	{/if}
{/each}
