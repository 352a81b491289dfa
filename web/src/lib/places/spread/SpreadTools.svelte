<script lang="ts">
	/** What of the class is looked at, and how; and what is looked at as a file. */
	import { goto } from '$app/navigation';
	import { notice } from '$lib/app/notice.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Check from '$lib/ui/check/Check.svelte';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import type { Spread } from './line';
	import { download } from '$lib/ui/download';
	import { asPng, asSvg } from './picture';

	let {
		spread,
		others = $bindable(),
		isTable = $bindable(),
		hasAliases = $bindable(),
		drawing
	}: {
		spread: Spread;
		/** The other sections: not shown, each in a row of its own, or all in one. */
		others: 'none' | 'beside' | 'together';
		isTable: boolean;
		hasAliases: boolean;
		/** The line as it is drawn. */
		drawing: () => SVGSVGElement | null;
	} = $props();
	const here = thisClass();
	const subject = $derived(`${spread.subject.kind} ${spread.subject.id}`);

	const hasPicture = $derived(!isTable && spread.figures.count + (spread.then?.count ?? 0) > 0);

	function look(which: string): void {
		const [kind, id] = which.split(' ');
		const query = `?term=${spread.term_id}${kind === 'term' ? '' : `&${kind}=${id}`}`;
		void goto(query, { keepFocus: true, noScroll: true });
	}

	async function savePicture(kind: 'svg' | 'png'): Promise<void> {
		const found = drawing();
		if (!found) return;
		const content = kind === 'svg' ? new Blob([asSvg(found)], { type: 'image/svg+xml' }) : await asPng(found);
		download(content, `Spread ${spread.subject.name}.${kind}`);
	}
</script>

<div class="flex min-h-12 flex-wrap items-center gap-x-3 gap-y-1 py-1">
	<h2>How the class lies</h2>
	<Select
		label="What is looked at"
		class="field w-44"
		value={subject}
		onchange={look}
		choices={spread.subjects.map((each) => [`${each.kind} ${each.id}`, each.name] as const)}
	/>
	<Segmented
		label="Shown"
		choices={[
			['line', 'on a line'],
			['table', 'as a table']
		]}
		value={isTable ? 'table' : 'line'}
		onchange={(way) => (isTable = way === 'table')}
	/>
	<Check class="text-slate" bind:checked={hasAliases}>aliases</Check>
	<Select
		label="Other sections"
		class="field w-40"
		value={others}
		onchange={(how) => (others = how as typeof others)}
		choices={[
			['none', 'this section alone'],
			['beside', 'others side by side'],
			['together', 'all sections together']
		]}
	/>
	<span class="ml-auto flex gap-3.5">
		<a
			class="link"
			href="/api/v1/classes/{here.id}/spread.csv?term={spread.term_id}&kind={spread.subject
				.kind}&number={spread.subject.id}&aliases={hasAliases}"
			download>CSV</a
		>
		{#if hasPicture}<button class="link" onclick={() => savePicture('svg')}>SVG</button>
			<button class="link" onclick={() => notice.tried(savePicture('png'))}>PNG</button>{/if}
	</span>
</div>
