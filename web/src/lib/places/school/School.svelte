<script lang="ts">
	/** The frame of School: its name, the stations with how each stands, and a file's draft while one waits. */
	import type { Snippet } from 'svelte';
	import * as fetched from '$lib/api/queries';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import { Changing } from '$lib/app/changing';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { places } from '$lib/app/places';
	import { signed } from '$lib/app/session.svelte';
	import Trail from '$lib/class/Trail.svelte';
	import { longDay } from '$lib/words/days';
	import { Keeping, provideKeeping } from './keeping';
	import { stations } from './place';
	import { provideSetting, Setting } from './setting';

	let { children }: { children: Snippet } = $props();
	const queries = useQueryClient();
	// The frame is made anew for another school (routes/school).
	const school = signed.current?.school_id ?? 0;
	const changing = new Changing(queries, `school ${school}`, [fetched.inSchool(school)]);
	const keeping = new Keeping(school, changing);
	provideKeeping(keeping);
	provideSetting(new Setting(school, changing));
	const frame = createQuery(() => fetched.schoolFrame(school));
	const station = $derived(page.url.pathname.split('/')[2] ?? '');
	const title = $derived(places.title(station));

	async function takeBack(): Promise<void> {
		await notice.tried(keeping.undoFile(), ({ words, kept }) => [words, ...kept].join(' '));
	}
</script>

<svelte:head><title>{title}, {signed.current?.school ?? 'School'} · Hoarfrost</title></svelte:head>

{#if frame.isError && !frame.data}
	<main class="p-6"><Failed error={frame.error} retry={frame.refetch} /></main>
{:else}
	<section
		class="flex min-h-14.5 items-start border-b border-rule px-6 pt-2.25 pb-1.75 max-md:flex-col max-md:px-4 max-md:[&_.trail]:self-stretch"
		aria-label="School"
	>
		<div class="w-65.5 flex-none">
			<h1 class="min-h-6 truncate pr-4 text-title leading-6 font-[650] tracking-[-0.02em]">
				{signed.current?.school}
			</h1>
			<p class="mt-px min-h-4 truncate text-small leading-4 text-slate">
				{#if frame.data}{frame.data.year ? `school year ${frame.data.year}, ` : ''}{longDay(
						frame.data.today
					)}{/if}
			</p>
		</div>
		{#if frame.data}
			<Trail
				stations={frame.data.stations}
				current={station}
				href={(name) => stations.find((each) => each.name === name)?.path ?? null}
			/>
		{/if}
	</section>
	{#if frame.data?.draft_id && station !== 'draft'}
		<section
			class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-amber bg-amber-2 px-6 py-2 max-md:px-4"
			aria-label="Draft from a file"
		>
			<i class="diamond"></i>
			<span class="text-amber-ink">A file was loaded, and nothing of it is changed yet.</span>
			<a class="link" href="/school/draft">Look at what it would change</a>
		</section>
	{:else if frame.data?.last_file && (station === 'people' || station === 'classes')}
		<p class="border-b border-hair px-6 py-2 text-slate max-md:px-4">
			Last, {frame.data.last_file} was applied.
			<button class="link" onclick={takeBack}>Take that back</button>
		</p>
	{/if}
	{@render children()}
{/if}
