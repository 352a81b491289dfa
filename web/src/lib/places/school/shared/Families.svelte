<script lang="ts">
	/** What the school says of its families: how often and in which language they are written to who chose nothing, and whether reports are said to be read. */
	import { createQuery } from '@tanstack/svelte-query';
	import * as fetched from '$lib/api/queries';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import Switch from '$lib/ui/switch/Switch.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { longDay } from '$lib/words/days';
	import { LANGUAGES } from '$lib/words/language';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping } from '../keeping';
	import { thisSetting, type SchoolFamilies } from '../setting';

	const setting = thisSetting();
	const school = thisKeeping().school_id;
	const found = createQuery(() => fetched.schoolFamilies(school));
	const HOURS = Array.from({ length: 14 }, (_, place): [string, string] => [
		`${place + 7}`,
		`${place + 7}:00`
	]);
	const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map(
		(day, place): [string, string] => [`${place}`, day]
	);

	function say(change: Partial<SchoolFamilies>): Promise<void> {
		const { language, notices, hour, weekday, asks_to_read } = { ...found.data!, ...change };
		const body = { language, notices, hour, weekday, asks_to_read } as SchoolFamilies;
		return notice.tried(setting.families(body).then(() => found.refetch()));
	}
</script>

<h2 class="mb-2">Families</h2>
{#if found.isPending}<p class="text-slate" role="status">One moment…</p>
{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
{:else}
	{@const data = found.data}
	<p class="max-w-140 text-large leading-6.5">
		Who has not chosen otherwise is written to
		<Select
			label="Families are written to"
			class="h-7"
			value={data.notices}
			onchange={(notices) => say({ notices: notices as SchoolFamilies['notices'] })}
			choices={data.ways.map(({ how, words }): [string, string] => [how, words])}
		/>, on
		<Select
			label="On which day those of the week go"
			class="h-7"
			value={String(data.weekday)}
			onchange={(day) => say({ weekday: Number(day) })}
			choices={DAYS}
		/>
		where it is once a week, in
		<Select
			label="In which language families are written to"
			class="h-7"
			value={data.language}
			onchange={(language) => say({ language: language as SchoolFamilies['language'] })}
			choices={Object.entries(LANGUAGES)}
		/>, from
		<Select
			label="From which hour notices go"
			class="h-7"
			value={String(data.hour)}
			onchange={(hour) => say({ hour: Number(hour) })}
			choices={HOURS}
		/> on. Nobody is written to at night.
	</p>
	<p class="mt-2 text-slate">
		{counted(data.written_to, 'address', 'addresses')} confirmed{data.last_day
			? `; notices last went on ${longDay(data.last_day)}`
			: '; no notices went yet'}.
	</p>
	<Switch class="mt-4" checked={data.asks_to_read} onchange={(asks_to_read) => say({ asks_to_read })}
		>guardians are asked to say that they have read a report</Switch
	>
	<h3 class="mt-5 mb-1 text-large">Notices that could not be delivered</h3>
	<ul>
		{#each data.problems as each (each.words)}
			<li class="border-b border-hair py-1.5"><b class="font-semibold">{each.name}</b> {each.words}</li>
		{:else}<li class="text-slate">None. What a mail server refuses is named here.</li>{/each}
	</ul>
{/if}
