<script lang="ts">
	/** Sheets to print: a list of the class, blank lines to mark on, or the scores; as they will lie on the paper. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Failed from '$lib/app/Failed.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Segmented from '$lib/ui/segmented/Segmented.svelte';
	import { counted } from '$lib/words/plurals';
	import { pages, within, type Size } from './paper';

	type Kind = 'list' | 'marking' | 'grid';
	let { kind, term }: { kind: Kind; term: number | undefined } = $props();
	const here = thisClass();
	let size = $state<Size>('a4');
	let way = $state<'tall' | 'wide' | null>(null);
	let naming = $state<'number' | 'alias'>('number');
	let heading = $state('');
	let blanks = $state('8');

	const titles: Record<Kind, string> = {
		list: 'Class list',
		marking: 'Marking sheet',
		grid: 'Scores on paper'
	};
	const frame = createQuery(() => fetched.frame(here.id, term, false));
	const found = createQuery(() => ({
		...fetched.scoreTable(here.id, { term: frame.data?.term_id, naming, comments: false }),
		enabled: frame.data !== undefined,
		placeholderData: (before) => before
	}));
	/** Lines above the students in the table, and columns before the scores. */
	const ABOVE = 6;
	const before = $derived(naming === 'number' ? 3 : 2);
	const students = $derived(found.data?.rows.slice(ABOVE) ?? []);
	const isWide = $derived((way ?? (kind === 'grid' ? 'wide' : 'tall')) === 'wide');
	const heads = $derived(
		kind === 'grid'
			? (found.data?.rows[0]?.slice(before) ?? [])
			: kind === 'marking'
				? Array.from({ length: Math.min(40, Math.max(1, Number(blanks) || 1)) }, () => '')
				: ['', '', '']
	);
	const on = $derived({
		...within(size, isWide),
		names: naming === 'number' ? 68 : 30,
		column: kind === 'list' ? 36 : 13,
		above: kind === 'list' ? 22 : 42,
		line: kind === 'marking' ? 8 : 7
	});
	const sheets = $derived(pages(students.length, heads.length, on));
	const title = $derived(
		[
			`${frame.data?.name ?? ''} ${frame.data?.section ?? ''}`.trim(),
			heading || (kind === 'list' ? '' : (frame.data?.term ?? ''))
		]
			.filter(Boolean)
			.join(', ')
	);
	// The size of the paper is the page's own; what is said of it in a stylesheet would hold for every place.
	$effect(() => {
		const paper = new CSSStyleSheet();
		paper.replaceSync(`@page { size: ${size} ${isWide ? 'landscape' : 'portrait'}; margin: 15mm; }`);
		document.adoptedStyleSheets = [...document.adoptedStyleSheets, paper];
		return () => {
			document.adoptedStyleSheets = document.adoptedStyleSheets.filter((each) => each !== paper);
		};
	});

	const called = (row: string[]) => (naming === 'number' ? `${row[1]}, ${row[2]}` : row[0]);
	const points = (column: number) => found.data?.rows[3]?.[before + column] ?? '';
</script>

<div class="print:hidden">
	<h2>{titles[kind]}</h2>
	<div class="flex flex-wrap items-center gap-x-6 gap-y-2 py-1">
		<Segmented
			label="Paper"
			value={size}
			onchange={(chosen) => (size = chosen)}
			choices={[
				['a4', 'A4'],
				['letter', 'Letter']
			]}
		/>
		<Segmented
			label="Which way it lies"
			value={isWide ? 'wide' : 'tall'}
			onchange={(chosen) => (way = chosen)}
			choices={[
				['tall', 'upright'],
				['wide', 'across']
			]}
		/>
		<Segmented
			label="Students by"
			value={naming}
			onchange={(chosen) => (naming = chosen)}
			choices={[
				['number', 'name'],
				['alias', 'alias']
			]}
		/>
		{#if kind === 'marking'}
			<label class="flex items-center gap-2"
				>columns <input class="field num h-7 w-14" inputmode="numeric" bind:value={blanks} /></label
			>
		{/if}
		{#if kind !== 'grid'}
			<label class="flex items-center gap-2"
				>heading <input class="field h-7 w-48" maxlength="80" bind:value={heading} /></label
			>
		{/if}
		<button class="btn small" disabled={!found.data} onclick={() => window.print()}
			>Print {counted(sheets.length, 'page')}</button
		>
	</div>
</div>
{#if found.data}
	<div class="flex flex-wrap gap-6 pt-2 print:block print:p-0">
		{#each sheets as sheet, number (number)}
			<section
				class={[
					'relative h-(--paper-height) w-(--paper-width) border border-rule bg-snow p-[15mm] text-small text-ink shadow-(--shadow-float) print:size-auto print:border-0 print:p-0 print:shadow-none',
					number < sheets.length - 1 && 'break-after-page'
				]}
				style:--paper-width="{on.width + 30}mm"
				style:--paper-height="{on.height + 30}mm"
				aria-label="Page {number + 1} of {sheets.length}"
			>
				<p class="flex justify-between pb-[3mm]">
					<b class="font-name text-large font-semibold">{title}</b>
					<span>{sheets.length > 1 ? `${number + 1} of ${sheets.length}` : ''}</span>
				</p>
				<table class="num table-fixed border-collapse">
					<thead>
						<tr>
							{#if naming === 'number'}<th
									class="border-b border-ink text-left align-bottom font-normal"
									style:width="16mm"
									scope="col">number</th
								>{/if}
							<th
								class="border-b border-ink text-left align-bottom font-normal"
								style:width="{on.names - (naming === 'number' ? 16 : 0)}mm"
								scope="col">{naming === 'number' ? 'name' : 'alias'}</th
							>
							{#each sheet.columns as column (column)}
								<th
									class="border-b border-l border-ink align-bottom font-normal"
									style:width="{on.column}mm"
									style:height={kind === 'list' ? undefined : '26mm'}
									scope="col"
								>
									{#if heads[column]}<span
											class="inline-block max-h-[20mm] overflow-hidden text-left [writing-mode:sideways-lr]"
											>{heads[column]}</span
										><br />/{points(column)}{:else}<span class="sr-only">to write in</span>{/if}
								</th>
							{/each}
						</tr>
					</thead>
					<tbody>
						{#each sheet.lines as line (line)}
							{@const row = students[line]!}
							<tr
								style:height="{on.line}mm"
								class={[line % 5 === 4 ? 'border-b border-ink' : 'border-b border-rule']}
							>
								{#if naming === 'number'}<td>{row[0]}</td>{/if}
								<th scope="row" class="truncate pr-2 text-left font-normal">{called(row)}</th>
								{#each sheet.columns as column (column)}
									<td class="border-l border-rule text-center"
										>{kind === 'grid' ? row[before + column] : ''}</td
									>
								{/each}
							</tr>
						{/each}
					</tbody>
				</table>
			</section>
		{/each}
	</div>
{:else if found.isError}<Failed error={found.error} retry={found.refetch} />
{:else}<p class="text-slate" role="status">Laying out the pages…</p>{/if}
