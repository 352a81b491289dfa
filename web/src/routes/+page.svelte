<script lang="ts">
	/** Today: the classes as a ledger, and what needs the teacher. */
	import Failed from '$lib/ui/Failed.svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, ask, type Shapes } from '$lib/api/client';
	import { longDay } from '$lib/api/days';
	import Ribbon from '$lib/frame/Ribbon.svelte';
	import { signed } from '$lib/frame/session.svelte';
	import Trail from '$lib/frame/Trail.svelte';
	import { built } from '$lib/frame/places';

	const today = createQuery(() => ({ queryKey: ['today'], queryFn: () => ask(api.GET('/api/today')) }));
	const running = $derived(today.data?.ribbon.segments.find((each) => each.is_running));
	const groups = $derived(grouped(today.data?.needs ?? []));

	function grouped(needs: Shapes['NeedOut'][]): { when: string; needs: Shapes['NeedOut'][] }[] {
		const found: { when: string; needs: Shapes['NeedOut'][] }[] = [];
		for (const each of needs) {
			const group = found.find((one) => one.when === each.when);
			if (group) group.needs.push(each);
			else found.push({ when: each.when, needs: [each] });
		}
		return found;
	}
</script>

<svelte:head><title>Today · Hoarfrost</title></svelte:head>

{#if today.isPending}
	<p class="p-6 text-slate" role="status">Looking at your classes…</p>
{:else if today.data === undefined}
	<main class="p-6"><Failed error={today.error} retry={today.refetch} /></main>
{:else if !today.data}
	<main class="p-6">
		<h1 class="text-2xl">{signed.current?.name}</h1>
		<p class="mt-2 text-slate">
			You teach no class in this school. Classes come from the records office; they appear here once you are
			entered as their teacher.
		</p>
	</main>
{:else}
	<section class="day-head" aria-label="Today">
		<h1>{longDay(today.data.day)}</h1>
		<p>{today.data.words}</p>
	</section>
	<Ribbon ribbon={today.data.ribbon} chosen={running?.id ?? 0} />
	<div class="places">
		<main>
			<ul class="ledger">
				{#each today.data.classes as each (each.id)}
					<li>
						<div class="head">
							<h2><a href="/class/{each.id}/scores">{each.name} <span>{each.section}</span></a></h2>
							<span class="words">{each.words}</span>
							{#if each.next_due}
								<span class="due" title={each.next_due_names.join(', ')}
									>next due <b>{longDay(each.next_due)}</b></span
								>
							{/if}
						</div>
						<Trail
							stations={each.trail}
							small
							href={(name) => (built(name) ? `/class/${each.id}/${name}` : null)}
						/>
					</li>
				{/each}
			</ul>
			<ol class="days" aria-label="The days ahead">
				{#each today.data.days as each (each.day)}
					<li class:now={each.day === today.data.day}>
						<span class="day">{longDay(each.day)}</span>
						{#each each.lines as line, place (place)}<p>{line}</p>{/each}
						{#each each.term_lines as line (line)}<p class="term">{line}</p>{/each}
						{#if !each.lines.length && !each.term_lines.length && each.day === today.data.day}<p>
								nothing is due
							</p>{/if}
					</li>
				{/each}
			</ol>
		</main>
		<aside aria-labelledby="needs">
			<div class="needs">
				<h2 id="needs">Needs you</h2>
				<a class="link" href="/loose-ends">Loose ends</a>
				<span
					>{today.data.needs.length} {today.data.needs.length === 1 ? 'thing' : 'things'}, by deadline</span
				>
			</div>
			{#each groups as group (group.when)}
				<h3>{group.when}</h3>
				<ul>
					{#each group.needs as each, place (place)}
						<li>
							<i class={each.kind} aria-hidden="true"></i><span>{each.words}</span>
							<a class="link" href={each.place}>{each.act}</a>
						</li>
					{/each}
				</ul>
			{:else}
				<p class="mt-3 text-slate">Nothing needs you just now.</p>
			{/each}
		</aside>
	</div>
{/if}

<style>
	.day-head {
		padding: 12px 24px 8px;
		min-height: 58px;
	}
	h1 {
		font-size: 24px;
		line-height: 24px;
		font-weight: 650;
		letter-spacing: -0.02em;
	}
	.day-head p {
		color: var(--slate);
		font-size: 12px;
		line-height: 16px;
	}
	.places {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 424px;
		min-height: calc(100vh - 146px);
		margin-top: 8px;
		border-top: 1px solid var(--hair);
	}
	main {
		padding: 8px 32px 24px 24px;
	}
	aside {
		padding: 16px 24px 24px;
		border-left: 1px solid var(--rule);
		background: var(--snow);
	}
	.ledger > li {
		padding: 16px 0 14px;
		border-bottom: 1px solid var(--hair);
	}
	.head {
		display: flex;
		flex-wrap: wrap;
		align-items: baseline;
		gap: 0 14px;
	}
	.head h2 {
		font-weight: 650;
	}
	.head h2 span {
		font-weight: 400;
	}
	.words,
	.due {
		color: var(--slate);
	}
	.due {
		margin-left: auto;
	}
	.due b {
		color: var(--ink);
		font-weight: 500;
	}
	.days {
		display: grid;
		grid-template-columns: repeat(7, 1fr);
		margin-top: 20px;
		border-top: 1px solid var(--rule);
	}
	.days li {
		position: relative;
		padding: 7px 8px 0 0;
		font-size: 12px;
		line-height: 16px;
	}
	.days li::before {
		content: '';
		position: absolute;
		left: 0;
		top: -1px;
		width: 1px;
		height: 6px;
		background: var(--slate);
	}
	.days .now::before {
		top: -5px;
		width: 2px;
		height: 10px;
		background: var(--ink);
	}
	.day {
		display: block;
		color: var(--slate);
	}
	.now .day {
		color: var(--ink);
		font-weight: 600;
	}
	.days .term {
		color: var(--juniper);
		font-weight: 600;
	}
	.needs {
		display: flex;
		align-items: baseline;
		gap: 12px;
	}
	.needs span,
	h3 {
		color: var(--slate);
	}
	h3 {
		margin-top: 14px;
		padding-bottom: 4px;
		border-bottom: 1px solid var(--rule);
		font: 400 12px/16px var(--text);
	}
	aside li {
		display: grid;
		grid-template-columns: 14px 1fr auto;
		gap: 0 8px;
		padding: 8px 0;
		border-bottom: 1px solid var(--hair);
	}
	aside i {
		width: 7px;
		height: 7px;
		margin: 6px 0 0 1px;
		border: 1.5px solid var(--slate);
		border-radius: 50%;
	}
	aside i.look {
		border-color: var(--amber);
		border-radius: 0;
		transform: rotate(45deg);
	}
	aside i.person {
		width: 4px;
		height: 14px;
		margin-top: 2px;
		border: 0;
		border-radius: 1px;
		background: var(--rowan);
	}
	@media (max-width: 1000px) {
		.places {
			grid-template-columns: minmax(0, 1fr);
		}
		.day-head,
		main,
		aside {
			padding-left: 16px;
			padding-right: 16px;
		}
		aside {
			border-left: 0;
			border-top: 1px solid var(--rule);
		}
		.days {
			grid-template-columns: repeat(2, 1fr);
		}
	}
</style>
