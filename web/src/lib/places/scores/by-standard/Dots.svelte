<script module lang="ts">
	/** How many pieces are drawn, the newest ones, and in how many px at most. */
	const [MOST, WIDEST] = [8, 60];

	/** How far dots lie apart, in px: closer where there are many. */
	const stepOf = (count: number) => Math.min(12, WIDEST / count);

	/** How wide the dots of a level are, in px. */
	export function widthOf({ length }: readonly number[]): number {
		const count = Math.min(length, MOST);
		return count && count * stepOf(count) + 2;
	}
</script>

<script lang="ts">
	/**
	 * Evidence in time, as part of a drawing: for each level a dot a piece at the height of its value, the newest filled.
	 * Those of several levels are three lines together, as each shape by itself costs the painting of a row.
	 */
	let {
		levels
	}: {
		/** The values, oldest first, and where their dots have their right edge, in px. */
		levels: readonly { heights: readonly number[]; right: number }[];
	} = $props();

	const at = $derived(
		levels.map(({ heights, right }) => {
			const shown = heights.slice(-MOST);
			const left = right - widthOf(shown) + 6;
			return shown.map((height, place) => `${left + place * stepOf(shown.length)} ${24 - height * 14}`);
		})
	);
	/** A dot is a line without length, with round ends. */
	const dots = (points: string[]) => points.map((each) => `M${each}h0`).join('');
</script>

<path d={at.map((points) => `M${points.join('L')}`).join('')} fill="none" class="stroke-deep" />
<path d={dots(at.flat())} stroke-width="6.2" stroke-linecap="round" class="stroke-deep-2" />
<path
	d={dots(at.flatMap((points) => points.slice(0, -1)))}
	stroke-width="4.2"
	stroke-linecap="round"
	class="stroke-snow"
/>
