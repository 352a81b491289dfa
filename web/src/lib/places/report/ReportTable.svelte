<script lang="ts">
	/** The students of a report as rows. Overrides and effort are typed where they stand. */
	import { tick } from 'svelte';
	import { type Shapes } from '$lib/api/client';
	import { looks, stateWords, type Row } from './rows';
	import { thisReporting } from './reporting';
	import { TableTyping, type Field } from './tableTyping.svelte';
	import TypedField from './TypedField.svelte';

	let {
		report,
		chosen,
		many,
		extra,
		mark,
		onchoose
	}: {
		report: Shapes['ReportOut'];
		chosen: number;
		/** All that are chosen together; the chosen one is among them. */
		many: number[];
		/** How much wider than usual the table is, in px: for long marks, effort, and the parts of a term. */
		extra: number;
		/** How wide a mark can be, in px. */
		mark: number;
		onchoose: (student: number, how?: 'only' | 'also' | 'until') => void;
	} = $props();
	const reporting = thisReporting();
	const typing = new TableTyping(() => report, reporting);

	const collectsEffort = $derived(typing.hasEffort);
	const columns = $derived(
		(report.levels_alone ? 3 : 6) +
			report.level_columns.length +
			(report.parts.length || (report.before_term ? 1 : 0)) +
			(collectsEffort ? 1 : 0)
	);
	let body: HTMLElement;
	const stateTints: Record<Row['state'], string> = {
		no_comment: 'text-slate',
		no_grade: 'text-slate',
		being_written: 'text-slate',
		ready: 'text-lichen-ink',
		posted: 'text-lichen-ink',
		changed: 'font-semibold text-amber-ink'
	};

	// However the choice was made, it is in sight.
	$effect(() => {
		body.querySelector(`#row-${chosen}`)?.scrollIntoView({ block: 'nearest', inline: 'start' });
	});

	/** Begin to type in a row. */
	export async function type(student: number, field?: Field): Promise<void> {
		if (!typing.begin(student, field)) return;
		onchoose(student);
		await tick();
		body.querySelector<HTMLInputElement>('input')?.select();
	}

	async function step(by: number): Promise<void> {
		const { student, field } = typing.now!;
		typing.take();
		const next = report.rows[report.rows.findIndex((row) => row.student_id === student) + by];
		if (next) await type(next.student_id, field);
		else await leave(student);
	}

	async function leave(student: number): Promise<void> {
		await tick();
		body.querySelector<HTMLElement>(`#row-${student} .name-of`)?.focus();
	}

	function onkeydown(event: KeyboardEvent): void {
		if (!typing.now) return;
		const { student, field } = typing.now;
		if (event.key === 'Enter') void step(event.shiftKey ? -1 : 1);
		else if (event.key === 'Escape') {
			typing.drop();
			void leave(student);
		} else if (event.key === 'Tab' && collectsEffort && event.shiftKey === (field === 'effort')) {
			typing.take();
			void type(student, field === 'effort' ? 'override' : 'effort');
		} else return;
		event.preventDefault();
		event.stopPropagation();
	}

	/** What the first of the chosen has goes into all below it. Gives what was done, in words. */
	export function fillDown(): Promise<string> {
		return typing.fillDown(many);
	}

	function how(event: MouseEvent): 'only' | 'also' | 'until' {
		return event.shiftKey ? 'until' : event.ctrlKey || event.metaKey ? 'also' : 'only';
	}
</script>

{#snippet field(row: Row, at: Field)}
	<TypedField {typing} {row} {at} ontype={() => void type(row.student_id, at)} {onkeydown} />
{/snippet}

<div class="scroll relative min-h-0 flex-1 [scroll-padding:40px_0_0_24px] overflow-auto pl-6">
	<table
		class="table-fixed border-separate [border-spacing:0]"
		style:width="{600 + extra}px"
		style:--mark="{mark}px"
	>
		<thead
			class="sticky top-0 z-2 text-left text-small leading-4 text-slate [&_th]:border-b [&_th]:border-rule [&_th]:bg-birch [&_th]:pt-2.5 [&_th]:pb-1.25 [&_th]:font-normal"
		>
			<tr>
				<th scope="col" class="w-42.5">Student</th>
				{#each report.parts as part (part)}<th scope="col" class="w-17.5">{part.replace('Quarter ', 'Q')}</th>
				{:else}{#if report.before_term}<th scope="col" class="w-9"
							><span class="sr-only">Mark before, </span>{report.before_term.replace('Quarter ', 'Q')}</th
						>{/if}{/each}
				{#if !report.levels_alone}
					<th scope="col" class="w-13 text-right">Percent</th>
					<th scope="col" class="w-[calc(19px+var(--mark))] pl-2.5">Mark</th>
				{/if}
				{#each report.level_columns as name (name)}<th scope="col" class="w-22 truncate pr-2" title={name}
						>{name}</th
					>{/each}
				{#if !report.levels_alone}<th scope="col">Override</th>{/if}
				{#if collectsEffort}<th scope="col" class="w-20">Effort</th>{/if}
				<th scope="col" class="w-21">Comment</th>
				<th scope="col" class="w-26">State</th>
			</tr>
		</thead>
		<tbody bind:this={body}>
			{#each report.rows as row (row.student_id)}
				{@const look = row.state === 'posted' ? [] : looks(row)}
				<tr
					class={[
						'cursor-pointer [&>*]:h-7.5 [&>*]:truncate [&>*]:border-b [&>*]:border-hair [&>*]:font-normal',
						row.student_id === chosen ? '[&>*]:bg-ice' : many.includes(row.student_id) && '[&>*]:bg-ice-2'
					]}
					id="row-{row.student_id}"
					onclick={(event) => onchoose(row.student_id, how(event))}
				>
					<th
						class={[
							'text-left',
							row.student_id === chosen && 'pl-2.25 shadow-[inset_3px_0_0_var(--color-juniper)]'
						]}
						scope="row"
					>
						<button
							class="name-of inline-flex max-w-full items-baseline pr-2.5"
							aria-current={row.student_id === chosen ? 'true' : undefined}
						>
							<b class="overflow-hidden font-medium text-ellipsis">{row.family_name}</b><span
								class="flex-none">, {row.given_name}</span
							>{#if row.number}<small class="ml-1.5 flex-none text-small text-slate">{row.number}</small
								>{/if}{#if many.length > 1 && many.includes(row.student_id)}<span class="sr-only flex-none"
									>, chosen</span
								>{/if}
						</button>
					</th>
					{#each row.parts as part, place (place)}<td class="text-slate">{part || '—'}</td>
					{:else}{#if report.before_term}<td class="text-slate">{row.before ?? '—'}</td>{/if}{/each}
					{#if !report.levels_alone}
						<td class="text-right">{row.grade.computed_percent ?? '—'}</td>
						<td class="pl-2.5"
							><b class={['font-semibold', row.override && 'text-slate line-through']}
								>{row.grade.computed_mark ?? ''}</b
							></td
						>
					{/if}
					{#each report.level_columns as name (name)}<td class="pr-2" title={row.grade.levels[name]}
							>{row.grade.levels[name] ?? '—'}</td
						>{/each}
					{#if !report.levels_alone}<td class="pr-1">{@render field(row, 'override')}</td>{/if}
					{#if collectsEffort}<td class="pr-1">{@render field(row, 'effort')}</td>{/if}
					<td>
						{#if row.comment}
							<span
								class={[
									'length grid w-18 grid-cols-[40px_1fr] items-center text-right',
									row.comment.length > report.comment_limit && 'text-rowan'
								]}
							>
								<i class="h-2 border border-hair bg-snow"
									><i
										class="block h-1.5 bg-deep"
										style="width: {Math.min(100, (100 * row.comment.length) / report.comment_limit)}%"
									></i></i
								>{row.comment.length}
							</span>
						{:else}<span class="text-slate">nothing yet</span>{/if}
					</td>
					<td
						class={look.length ? 'text-amber-ink' : stateTints[row.state]}
						title={row.checks.map((check) => check.words).join(', ')}
					>
						{#if look.length || row.state === 'changed'}<i class="diamond mr-1 size-1.75"></i>{/if}
						{look[0]?.words ??
							(row.withdrawn && row.state !== 'posted' ? 'withdrawn' : stateWords[row.state])}
						{#if row.is_kept_back && row.posted}<span class="sr-only">, kept from the family</span><i
								class="ml-1 inline-block size-2 rounded-full border border-current"
								title="kept from the family"
							></i>{/if}
					</td>
				</tr>
				{#each ['override', 'effort'] as const as at (at)}
					{@const no = typing.refused[typing.key(row.student_id, at)]}
					{#if no}
						<tr class="cursor-pointer"
							><td
								class="h-auto cursor-default overflow-hidden border-b border-hair bg-rowan-2 px-2 py-1 text-left font-normal text-ellipsis whitespace-normal text-rowan"
								colspan={columns}
								><p id="refused-{typing.key(row.student_id, at)}" role="alert">
									{no.words}
									{#if no.asks}<button
											class="link"
											onclick={() => typing.send({ student: row.student_id, field: at, text: no.text }, true)}
											>It is meant</button
										>{/if}
								</p></td
							></tr
						>
					{/if}
				{/each}
			{/each}
		</tbody>
	</table>
	<datalist id="efforts"
		>{#each report.efforts as word (word)}<option value={word}></option>{/each}</datalist
	>
</div>
