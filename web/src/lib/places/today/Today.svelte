<script lang="ts">
	/** Today: the classes as a ledger, and what needs the teacher. */
	import { counted } from '$lib/words/plurals';
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import { longDay } from '$lib/words/days';
	import Ribbon from '$lib/class/Ribbon.svelte';
	import { signed } from '$lib/app/session.svelte';
	import Trail from '$lib/class/Trail.svelte';
	import { places } from '$lib/app/places';

	const today = createQuery(() => fetched.today());
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
	<main class="p-6 pt-2 pr-8 pb-6 pl-6 max-lg:px-4">
		<Failed error={today.error} retry={today.refetch} />
	</main>
{:else if !today.data}
	<main class="p-6 pt-2 pr-8 pb-6 pl-6 max-lg:px-4">
		<h1 class="text-title leading-6 font-[650] tracking-[-0.02em]">{signed.current?.name}</h1>
		<p class="mt-2 text-slate">
			You teach no class in {signed.current?.school} yet. A records officer makes classes and says who teaches them;
			yours stand here then.
			{#if signed.current?.makes_classes}You can also make one yourself, under
				<a class="link" href="/account">your name</a>.{/if}
		</p>
	</main>
{:else}
	<section class="min-h-14.5 px-6 pt-3 pb-2 max-lg:px-4" aria-label="Today">
		<h1 class="text-title leading-6 font-[650] tracking-[-0.02em]">{longDay(today.data.day)}</h1>
		<p class="text-small leading-4 text-slate">{today.data.words}</p>
	</section>
	<Ribbon ribbon={today.data.ribbon} chosen={running?.id ?? 0} />
	<div
		data-grows
		class="mt-2 grid flex-1 grid-cols-[minmax(0,1fr)_424px] border-t border-hair max-lg:grid-cols-1"
	>
		<main class="pt-2 pr-8 pb-6 pl-6 max-lg:px-4">
			<ul>
				{#each today.data.classes as each (each.id)}
					<li class="border-b border-hair pt-4 pb-3.5">
						<div class="flex flex-wrap items-baseline gap-x-3.5 gap-y-0">
							<h2 class="font-[650]">
								<a href="/class/{each.id}/scores"
									>{each.name} <span class="font-normal">{each.section}</span></a
								>
							</h2>
							<span class="text-slate">{each.words}</span>
							{#if each.next_due}
								<span class="ml-auto text-slate" title={each.next_due_names.join(', ')}
									>next due <b class="font-medium text-ink">{longDay(each.next_due)}</b></span
								>
							{/if}
						</div>
						<Trail
							stations={each.trail}
							small
							href={(name) => (places.isOnTrail(name) ? `/class/${each.id}/${name}` : null)}
						/>
					</li>
				{/each}
			</ul>
			<ol
				class="mt-5 grid grid-cols-[repeat(7,1fr)] border-t border-rule max-lg:grid-cols-[repeat(2,1fr)]"
				aria-label="The days ahead"
			>
				{#each today.data.days as each (each.day)}
					<li
						class={[
							"relative pt-1.75 pr-2 text-small leading-4 before:absolute before:left-0 before:content-['']",
							each.day === today.data.day
								? 'before:-top-1.25 before:h-2.5 before:w-0.5 before:bg-ink'
								: 'before:-top-0.25 before:h-1.5 before:w-px before:bg-slate'
						]}
					>
						<span
							class={[
								'block',
								each.day === today.data.day ? 'text-ink' : 'text-slate',
								each.day === today.data.day && 'font-semibold'
							]}>{longDay(each.day)}</span
						>
						{#each each.lines as line, place (place)}<p>{line}</p>{/each}
						{#each each.term_lines as line (line)}<p class="font-semibold text-juniper">{line}</p>{/each}
						{#if !each.lines.length && !each.term_lines.length && each.day === today.data.day}<p>
								nothing is due
							</p>{/if}
					</li>
				{/each}
			</ol>
		</main>
		<aside
			class="border-l border-l-rule bg-snow px-6 pt-4 pb-6 max-lg:border-t max-lg:border-l-0 max-lg:border-t-rule max-lg:px-4"
			aria-labelledby="needs"
		>
			<div class="needs">
				<h2 id="needs">Needs you</h2>
				<a class="link" href="/loose-ends">Loose ends</a>
				<span class="text-slate">{counted(today.data.needs.length, 'thing')}, by deadline</span>
			</div>
			{#each groups as group (group.when)}
				<h3 class="mt-3.5 border-b border-rule pb-1 font-text text-small leading-4 font-normal text-slate">
					{group.when}
				</h3>
				<ul>
					{#each group.needs as each, place (place)}
						<li class="grid grid-cols-[14px_1fr_auto] gap-x-2 gap-y-0 border-b border-hair py-2">
							<i
								class={[
									'mt-1.5 mr-0 mb-0 ml-px size-1.75 rounded-full border-[1.5px] border-slate',
									each.kind
								]}
								aria-hidden="true"
							></i><span>{each.words}</span>
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
	.needs {
		display: flex;
		align-items: baseline;
		gap: 12px;
	}
	aside i.look {
		border-color: var(--color-amber);
		border-radius: 0;
		transform: rotate(45deg);
	}
	aside i.person {
		width: 4px;
		height: 14px;
		margin-top: 2px;
		border: 0;
		border-radius: 1px;
		background: var(--color-rowan);
	}
</style>
