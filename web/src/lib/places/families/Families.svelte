<script lang="ts">
	/** What families see of the class, each thing with its state and its switch; and of one student what they do not, and why. */
	import { createQuery } from '@tanstack/svelte-query';
	import { page } from '$app/state';
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import Switch from '$lib/ui/switch/Switch.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import SeenWorks from './SeenWorks.svelte';
	import Sharing from './Sharing.svelte';
	import Students from './Students.svelte';
	import Why from './Why.svelte';

	const here = thisClass();
	const term = $derived(Number(page.url.searchParams.get('term')) || undefined);
	const student = $derived(Number(page.url.searchParams.get('student')) || undefined);
	const seen = createQuery(() => fetched.seenByFamilies(here.id, term));

	const address = (of?: number) =>
		`/class/${here.id}/families?term=${seen.data?.term_id ?? ''}${of ? `&student=${of}` : ''}`;

	function turn(field: string, isOn: boolean): Promise<void> {
		return notice.tried(here.editing.changeRules({ [field]: isOn }));
	}
</script>

{#if seen.isPending}
	<p class="p-6 text-slate" role="status">Fetching what families see…</p>
{:else if !seen.data}
	<main class="p-6"><Failed error={seen.error} retry={seen.refetch} /></main>
{:else}
	{@const data = seen.data}
	<main
		class="grid grid-cols-[minmax(0,1fr)_minmax(280px,396px)] gap-x-12 gap-y-6 px-6 pt-4 pb-12 max-md:grid-cols-1 max-md:px-4"
	>
		<div>
			<section aria-label="The grade">
				<h2 class="mb-2">The grade in {data.term.toLowerCase()}</h2>
				<dl class="grid grid-cols-[auto_1fr] border-t border-rule">
					<dt class="border-b border-hair py-2 pr-4 font-semibold">As it stands</dt>
					<dd class="flex flex-wrap items-center gap-x-4 border-b border-hair py-2">
						<span>{data.running_words}</span>
						<Switch checked={data.running} onchange={(isOn) => turn('families_see_running', isOn)}
							>show it before it is posted</Switch
						>
					</dd>
					<dt class="border-b border-hair py-2 pr-4 font-semibold">As posted</dt>
					<dd class="border-b border-hair py-2">
						{data.posted_words}
						{#if data.read_words}<span class="block text-slate">{data.read_words}</span>{/if}
					</dd>
					<dt class="border-b border-hair py-2 pr-4 font-semibold">Of both, and of scores</dt>
					<dd class="flex flex-wrap gap-x-4 gap-y-1 border-b border-hair py-2">
						{#each data.settings as each (each.field)}
							<Switch checked={each.is_on} onchange={(isOn) => turn(each.field, isOn)}>{each.name}</Switch>
						{/each}
					</dd>
				</dl>
			</section>
			<SeenWorks works={data.works} />
			<div class="mt-6">
				<Fold title="By aliases" words="a public address for those without an account" isLazy>
					<Sharing />
				</Fold>
			</div>
		</div>
		<aside class={student ? 'max-md:order-first' : ''} aria-label="Students">
			{#if student}<Why {student} term={data.term_id} back={address()} />{:else}
				<Students students={data.students} address={(of) => address(of)} />
			{/if}
		</aside>
	</main>
{/if}
