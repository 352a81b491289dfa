<script lang="ts">
	/** The students of a report as rows. Overrides and effort are typed where they stand. */
	import { tick } from 'svelte';
	import { hasLeft } from '$lib/ui/focus';
	import { Refusal, words, type Shapes } from '$lib/api/client';
	import { counted } from '$lib/words/plurals';
	import { looks, stateWords, type Row } from './rows';
	import { thisReporting } from './reporting';
	import { readTyped, typedAgain } from './typing';

	type Field = 'override' | 'effort';

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

	const collectsEffort = $derived(report.collects.includes('effort'));
	const columns = $derived(
		6 + (report.parts.length || (report.before_term ? 1 : 0)) + (collectsEffort ? 1 : 0)
	);
	let body: HTMLElement;
	interface Typed {
		student: number;
		field: Field;
		text: string;
	}
	let typing = $state<Typed | null>(null);
	/** What is on its way, by row and field: one types on meanwhile. */
	let onWay = $state<Record<string, string>>({});
	/** What was refused, by row and field: it stays as it was typed, with the reason. */
	let refused = $state<Record<string, { text: string; words: string; asks: boolean }>>({});
	let last: Field = 'override';
	/** All that was typed so far has been answered. */
	let sent: Promise<void> = Promise.resolve();

	// However the choice was made, it is in sight.
	$effect(() => {
		body.querySelector(`#row-${chosen}`)?.scrollIntoView({ block: 'nearest', inline: 'start' });
	});

	function rowOf(student: number): Row | undefined {
		return report.rows.find((row) => row.student_id === student);
	}

	function key(student: number, field: Field): string {
		return `${field}-${student}`;
	}

	function now(row: Row, field: Field): string {
		return field === 'effort' ? row.effort : typedAgain(row.override);
	}

	/** Begin to type in a row. */
	export async function type(student: number, field: Field = last): Promise<void> {
		const row = rowOf(student);
		if (!row) return;
		last = field === 'effort' && collectsEffort ? 'effort' : 'override';
		const at = key(student, last);
		typing = { student, field: last, text: refused[at]?.text ?? onWay[at] ?? now(row, last) };
		onchoose(student);
		await tick();
		body.querySelector<HTMLInputElement>('input')?.select();
	}

	/** Take what is being typed, and send it while one goes on. */
	function take(): void {
		if (!typing) return;
		const typed = typing;
		typing = null;
		const before = sent;
		sent = send(typed).then(() => before);
	}

	async function send({ student, field, text }: Typed, sure = false): Promise<void> {
		const row = rowOf(student);
		const at = key(student, field);
		if (!row) return;
		delete refused[at];
		if (text.trim() === (onWay[at] ?? now(row, field))) return;
		onWay[at] = text.trim();
		try {
			if (field === 'effort') await reporting.effort({ [student]: text });
			else {
				const read = readTyped(text, row.override?.reason ?? '');
				await reporting.override([{ student, ...read }], sure);
			}
		} catch (error) {
			const asks = error instanceof Refusal && error.field === 'sure';
			refused[at] = { text, words: words(error), asks };
		} finally {
			if (onWay[at] === text.trim()) delete onWay[at];
		}
	}

	async function step(by: number): Promise<void> {
		if (!typing) return;
		const { student, field } = typing;
		take();
		const next = report.rows[report.rows.findIndex((row) => row.student_id === student) + by];
		if (next) await type(next.student_id, field);
		else await leave(student);
	}

	async function leave(student: number): Promise<void> {
		typing = null;
		await tick();
		body.querySelector<HTMLElement>(`#row-${student} .name-of`)?.focus();
	}

	function onkeydown(event: KeyboardEvent): void {
		if (!typing) return;
		const { student, field } = typing;
		if (event.key === 'Enter') void step(event.shiftKey ? -1 : 1);
		else if (event.key === 'Escape') {
			delete refused[key(student, field)];
			void leave(student);
		} else if (event.key === 'Tab' && collectsEffort && event.shiftKey === (field === 'effort')) {
			take();
			void type(student, field === 'effort' ? 'override' : 'effort');
		} else return;
		event.preventDefault();
		event.stopPropagation();
	}

	/** What the first of the chosen has goes into all below it. Gives what was done, in words. */
	export async function fillDown(): Promise<string> {
		await sent;
		const rows = report.rows.filter((row) => many.includes(row.student_id));
		const [first, ...rest] = rows;
		if (!first || !rest.length)
			return 'Choose several students first: Shift and the arrows, or Ctrl and a click.';
		if (last === 'effort' && collectsEffort) {
			await reporting.effort(Object.fromEntries(rest.map((row) => [row.student_id, first.effort])));
		} else {
			const { percent, mark, reason } = first.override ?? { percent: '', mark: '', reason: '' };
			await reporting.override(
				rest.map((row) => ({ student: row.student_id, percent: percent ?? '', mark: mark ?? '', reason })),
				true
			);
		}
		return `Filled down to ${counted(rest.length, 'student')}. Ctrl Z takes it back.`;
	}

	function how(event: MouseEvent): 'only' | 'also' | 'until' {
		return event.shiftKey ? 'until' : event.ctrlKey || event.metaKey ? 'also' : 'only';
	}
</script>

{#snippet field(row: Row, at: Field, label: string)}
	{@const place = key(row.student_id, at)}
	{#if typing?.student === row.student_id && typing.field === at}
		<input
			class="h-6.5 w-full rounded border border-juniper px-0.75"
			aria-label="{label} of {row.given_name} {row.family_name}"
			aria-invalid={refused[place] ? 'true' : undefined}
			aria-describedby={refused[place] ? `refused-${place}` : undefined}
			list={at === 'effort' ? 'efforts' : undefined}
			placeholder={at === 'override' ? 'B; why' : ''}
			bind:value={typing.text}
			{onkeydown}
			onblur={(event) => {
				// Going on to another row, its field is open before this one has gone.
				if (hasLeft(event) && typing?.student === row.student_id && typing.field === at) take();
			}}
		/>
	{:else}
		<button
			class={[
				'block h-7 w-full cursor-text overflow-hidden px-1 text-left text-ellipsis',
				refused[place] && 'shadow-[inset_0_0_0_1px_var(--color-rowan)]'
			]}
			tabindex="-1"
			title={at === 'override' ? row.override?.reason : undefined}
			onclick={(event) => {
				event.stopPropagation();
				void type(row.student_id, at);
			}}
		>
			<span class="sr-only">{label} of {row.given_name} {row.family_name}</span>
			{#if refused[place] || onWay[place] !== undefined}<span class="text-slate"
					>{refused[place]?.text ?? onWay[place]}</span
				>{:else if at === 'effort'}{row.effort}{:else if row.override}<b class="font-semibold"
					>{row.override.mark ?? `${row.override.percent} %`}</b
				> <span class="text-slate">{row.override.reason}</span>{/if}
		</button>
	{/if}
{/snippet}

<div class="scroll relative min-h-0 flex-1 [scroll-padding:40px_0_0_24px] overflow-auto pl-6">
	<table
		class="table-fixed border-separate [border-spacing:0]"
		style:width="{600 + extra}px"
		style:--mark="{mark}px"
	>
		<thead class="sticky top-0 z-2">
			<tr>
				<th
					scope="col"
					class="student border-b border-rule bg-birch pt-2.5 pb-1.25 text-left text-small leading-4 font-normal text-slate"
					>Student</th
				>
				{#each report.parts as part (part)}<th
						scope="col"
						class="w-17.5 border-b border-rule bg-birch pt-2.5 pb-1.25 text-left text-small leading-4 font-normal text-slate"
						>{part.replace('Quarter ', 'Q')}</th
					>
				{:else}{#if report.before_term}<th
							scope="col"
							class="before border-b border-rule bg-birch pt-2.5 pb-1.25 text-left text-small leading-4 font-normal text-slate"
							><span class="sr-only">Mark before, </span>{report.before_term.replace('Quarter ', 'Q')}</th
						>{/if}{/each}
				<th
					scope="col"
					class="percent border-b border-rule bg-birch pt-2.5 pb-1.25 text-right text-small leading-4 font-normal text-slate"
					>Percent</th
				>
				<th
					scope="col"
					class="mark border-b border-rule bg-birch pt-2.5 pb-1.25 text-left text-small leading-4 font-normal text-slate"
					>Mark</th
				>
				<th
					class="border-b border-rule bg-birch pt-2.5 pb-1.25 text-left text-small leading-4 font-normal text-slate"
					scope="col">Override</th
				>
				{#if collectsEffort}<th
						scope="col"
						class="effort border-b border-rule bg-birch pt-2.5 pb-1.25 text-left text-small leading-4 font-normal text-slate"
						>Effort</th
					>{/if}
				<th
					scope="col"
					class="w-21 border-b border-rule bg-birch pt-2.5 pb-1.25 text-left text-small leading-4 font-normal text-slate"
					>Comment</th
				>
				<th
					scope="col"
					class="w-26 border-b border-rule bg-birch pt-2.5 pb-1.25 text-left text-small leading-4 font-normal text-slate"
					>State</th
				>
			</tr>
		</thead>
		<tbody bind:this={body}>
			{#each report.rows as row (row.student_id)}
				{@const look = row.state === 'posted' ? [] : looks(row)}
				<tr
					class="cursor-pointer"
					id="row-{row.student_id}"
					onclick={(event) => onchoose(row.student_id, how(event))}
				>
					<th
						class={[
							'h-7.5 truncate border-b border-hair text-left font-normal',
							row.student_id === chosen ? 'bg-ice' : many.includes(row.student_id) && 'bg-ice-2',
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
					{#each row.parts as part, place (place)}<td
							class={[
								'h-7.5 truncate border-b border-hair text-left font-normal text-slate',
								row.student_id === chosen ? 'bg-ice' : many.includes(row.student_id) && 'bg-ice-2'
							]}>{part || '—'}</td
						>
					{:else}{#if report.before_term}<td
								class={[
									'h-7.5 truncate border-b border-hair text-left font-normal text-slate',
									row.student_id === chosen ? 'bg-ice' : many.includes(row.student_id) && 'bg-ice-2'
								]}>{row.before ?? '—'}</td
							>{/if}{/each}
					<td
						class={[
							'h-7.5 truncate border-b border-hair text-right font-normal',
							row.student_id === chosen ? 'bg-ice' : many.includes(row.student_id) && 'bg-ice-2'
						]}>{row.grade.computed_percent ?? '—'}</td
					>
					<td
						class={[
							'mark h-7.5 truncate border-b border-hair text-left font-normal',
							row.student_id === chosen ? 'bg-ice' : many.includes(row.student_id) && 'bg-ice-2'
						]}><b class="font-semibold" class:was={row.override}>{row.grade.computed_mark ?? ''}</b></td
					>
					<td
						class={[
							'override h-7.5 truncate border-b border-hair text-left font-normal',
							row.student_id === chosen ? 'bg-ice' : many.includes(row.student_id) && 'bg-ice-2'
						]}>{@render field(row, 'override', 'Override')}</td
					>
					{#if collectsEffort}<td
							class={[
								'effort h-7.5 truncate border-b border-hair text-left font-normal',
								row.student_id === chosen ? 'bg-ice' : many.includes(row.student_id) && 'bg-ice-2'
							]}>{@render field(row, 'effort', 'Effort')}</td
						>{/if}
					<td
						class={[
							'h-7.5 truncate border-b border-hair text-left font-normal',
							row.student_id === chosen ? 'bg-ice' : many.includes(row.student_id) && 'bg-ice-2'
						]}
					>
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
						class={[
							'state h-7.5 truncate border-b border-hair text-left font-normal',
							look.length ? 'look' : row.state,
							row.student_id === chosen ? 'bg-ice' : many.includes(row.student_id) && 'bg-ice-2'
						]}
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
					{@const no = refused[key(row.student_id, at)]}
					{#if no}
						<tr class="cursor-pointer"
							><td
								class="h-auto cursor-default overflow-hidden border-b border-hair bg-rowan-2 px-2 py-1 text-left font-normal text-ellipsis whitespace-normal text-rowan"
								colspan={columns}
								><p id="refused-{key(row.student_id, at)}" role="alert">
									{no.words}
									{#if no.asks}<button
											class="link"
											onclick={() => send({ student: row.student_id, field: at, text: no.text }, true)}
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

<style>
	.student {
		width: 170px;
	}
	.before {
		width: 36px;
	}
	.percent {
		width: 52px;
	}
	thead .mark {
		width: calc(19px + var(--mark));
	}
	thead .effort {
		width: 80px;
	}
	.mark,
	thead .mark {
		padding-left: 10px;
	}
	.no_comment,
	.no_grade,
	.being_written {
		color: var(--color-slate);
	}
	.was {
		text-decoration: line-through;
		color: var(--color-slate);
	}
	td.override,
	td.effort {
		padding: 0 4px 0 0;
	}
	.ready,
	.posted {
		color: var(--color-lichen-ink);
	}
	.changed,
	.look {
		color: var(--color-amber-ink);
	}
	.changed {
		font-weight: 600;
	}
</style>
