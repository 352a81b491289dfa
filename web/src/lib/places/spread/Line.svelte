<script lang="ts">
	/**
	 * The class on a line of percent: a dot a student, the scale's bands beneath, needles from where somebody stands now to
	 * where a curve would take them. The arrows go from student to student, and what is chosen is named beside.
	 */
	import Bands from './Bands.svelte';
	import Handle from '$lib/ui/axis/Handle.svelte';
	import {
		firstRows,
		heldApart,
		levelHeight,
		levels,
		RADIUS,
		said,
		type Dot,
		type LineRow,
		type Spread
	} from './line';

	let {
		spread,
		rows,
		selected,
		hasAliases,
		onselect,
		minimums
	}: {
		spread: Spread;
		/** The rows from above; where the second is what a curve makes of the first, needles join them. */
		rows: LineRow[];
		selected: number | null;
		hasAliases: boolean;
		onselect: (student: number, how: 'look' | 'open') => void;
		/** Moving a minimum shows what it would do; letting go of it keeps it. */
		minimums: {
			/** The marks as they are kept, whatever is tried. */
			kept: Spread['bands'];
			move: (mark: string, min: number | null) => void;
			keep: (mark: string, min: number) => void;
		};
	} = $props();

	let width = $state(912);
	const id = $props.id();
	/** Room at the left for the rows' names, and for what stands over the dots. */
	const left = $derived(width < 600 ? 16 : 100);
	const right = 24;
	const span = $derived(spread.ends - spread.begins);
	const x = (place: number) => left + ((place - spread.begins) / span) * (width - left - right);

	/** Each row with where its dots are, from the top down: the first stacks upwards, one with needles to it downwards. */
	const drawn = $derived.by(() => {
		let y = 30;
		const first = firstRows(rows);
		return rows.map((row, index) => {
			const places = row.dots.map(({ stand }) => x(stand.place));
			const level = levels(places);
			const height = levelHeight(level.map((each) => each + 1));
			const stack = Math.max(0, ...level) * height;
			const isThen = row.key === 'then';
			const base = index === 0 ? y + stack + 30 : isThen ? y + 96 : y + stack + 34;
			y = isThen ? base + stack + 26 : base;
			const dots = row.dots.map((each, place) => ({
				...each,
				id: first.get(each.dot.student_id) === row.key ? `${id}-${each.dot.student_id}` : undefined,
				x: places[place]!,
				y: base + (isThen ? 1 : -1) * level[place]! * height
			}));
			return {
				...row,
				base,
				dots,
				isThen,
				top: isThen ? base : base - stack,
				bottom: isThen ? base + stack : base
			};
		});
	});
	const floor = $derived((drawn.at(-1)?.bottom ?? 60) + 44);
	const height = $derived(floor + (spread.then ? 76 : 62));
	/** The minimums on the axis that can be taken hold of; where marks lie close, the rest are typed beside. */
	const handles = $derived.by(() => {
		const inside = minimums.kept
			.map((band, index) => ({ band, index }))
			.filter(({ band, index }) => index > 0 && band.place > spread.begins && band.place < spread.ends);
		const isHeld = heldApart(inside.map(({ band }) => x(band.place)));
		return inside.filter((_, place) => isHeld[place]);
	});
	const now = $derived(drawn[0]);
	const then = $derived(drawn.find((row) => row.isThen));
	const needles = $derived.by(() => {
		if (!now || !then) return [];
		const ends = new Map(then.dots.map((each) => [each.dot.student_id, each]));
		return now.dots.flatMap((from) => {
			const to = ends.get(from.dot.student_id);
			return to ? [{ from, to, dot: to.dot }] : [];
		});
	});
	/** Those who can be chosen, from the lowest; who has a number only then comes last. */
	const order = $derived([
		...new Set(drawn.filter((row) => row.isHere).flatMap((row) => row.dots.map(({ dot }) => dot.student_id)))
	]);

	const look = (dot: Dot): 'falls' | 'crosses' | 'stays' =>
		dot.is_lower || dot.move === 'falls' ? 'falls' : dot.move === 'stays' ? 'stays' : 'crosses';

	/** A dot that comes to lie under a hand at rest, as the page makes room for something, is not pointed at. */
	function point({ movementX, movementY }: PointerEvent, student: number): void {
		if ((movementX || movementY) && student !== selected) onselect(student, 'look');
	}

	function onkeydown(event: KeyboardEvent): void {
		const place = selected === null ? -1 : order.indexOf(selected);
		const to = { ArrowRight: place + 1, ArrowLeft: Math.max(0, place - 1), Home: 0, End: order.length - 1 }[
			event.key
		];
		if (to !== undefined && order.length) onselect(order[Math.min(to, order.length - 1)]!, 'look');
		else if (event.key === 'Enter' && selected !== null) onselect(selected, 'open');
		else return;
		event.preventDefault();
	}
</script>

<div class="relative overflow-x-clip contain-layout" bind:clientWidth={width}>
	<svg
		class="line block w-full select-none"
		viewBox="0 0 {width} {height}"
		{height}
		role="listbox"
		aria-label="Students by percent, {spread.subject.name}"
		aria-activedescendant={selected === null ? undefined : `${id}-${selected}`}
		tabindex="0"
		{onkeydown}
	>
		<Bands {spread} {x} {floor} />
		<line class="stroke-rule" x1="0" x2={width} y1={floor} y2={floor} />

		{#each needles as { from, to, dot } (dot.student_id)}
			<line
				class={[
					dot.student_id === selected
						? 'stroke-juniper'
						: look(dot) === 'falls'
							? 'stroke-rowan'
							: look(dot) === 'crosses'
								? 'stroke-ink'
								: 'stroke-rule'
				]}
				stroke-width={dot.student_id === selected ? 2 : 1}
				x1={from.x}
				y1={now!.base}
				x2={to.x}
				y2={then!.base}
			/>
		{/each}

		{#each drawn as row (row.key)}
			{#if left > 40}<text class="fill-ink text-small font-semibold" x="0" y={row.base + 4}>{row.words}</text
				>{/if}
			{#if row.mean !== null}
				{@const at = x(row.mean)}
				{@const y = row.isThen ? row.bottom + 12 : row.top - 30}
				<line class="stroke-ink" stroke-width="2" x1={at} x2={at} {y} y1={y} y2={y + 14} />
				<text
					class="fill-ink text-small font-semibold"
					x={at > width - 90 ? at - 5 : at + 5}
					y={y + 11}
					text-anchor={at > width - 90 ? 'end' : 'start'}>mean {row.meanWords}</text
				>
			{/if}
			{#each row.dots as { dot, id, x: at, y }, place (place)}
				{@const isChosen = row.isHere && dot.student_id === selected}
				{@const isNow = row === now}
				<g
					{id}
					role={row.isHere ? 'option' : 'img'}
					tabindex="-1"
					aria-selected={row.isHere ? isChosen : undefined}
					aria-label="{said(dot, hasAliases)}{row.isHere ? '' : `, ${row.words}`}"
					class={[row.isHere && 'cursor-pointer']}
					onclick={() => row.isHere && onselect(dot.student_id, 'open')}
					onpointermove={(event) => row.isHere && point(event, dot.student_id)}
				>
					{#if isChosen}<circle
							class="fill-none stroke-juniper"
							stroke-width="2"
							cx={at}
							cy={y}
							r={RADIUS + 3}
						/>{/if}
					{#if dot.override && isNow}
						<path
							class="fill-amber-2 stroke-amber-ink"
							stroke-width="1.5"
							d="M {at} {y - 6} l 6 6 l -6 6 l -6 -6 z"
						/>
					{:else}
						<circle
							class={[
								row.isThen
									? look(dot) === 'falls'
										? 'fill-rowan stroke-rowan'
										: look(dot) === 'crosses'
											? 'fill-ink stroke-ink'
											: 'fill-deep stroke-deep-2'
									: row.isHere
										? 'fill-snow stroke-slate'
										: 'fill-ice stroke-slate'
							]}
							stroke-width="1.3"
							cx={at}
							cy={y}
							r={RADIUS - 0.5}
						/>
					{/if}
				</g>
			{/each}
		{/each}
	</svg>
	{#each handles as { band, index } (band.mark)}
		<Handle
			label="Where {band.mark} begins"
			value={Number(band.min)}
			at={x(band.place)}
			top={floor + 2}
			per={(Number(spread.scale.out_of) / 100) * (span / (width - left - right))}
			between={[
				Number(minimums.kept[index - 1]!.min),
				Number(minimums.kept[index + 1]?.min ?? spread.scale.out_of)
			]}
			on={{
				move: (min) => minimums.move(band.mark, min),
				keep: (min) => minimums.keep(band.mark, min)
			}}
		/>
	{/each}
</div>
