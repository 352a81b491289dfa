<script lang="ts">
	/** The score codes: what is entered in place of a number, and what it does to the grade. */
	import Check from '$lib/ui/check/Check.svelte';
	import { Refusal, words, type Shapes } from '$lib/api/client';
	import Select from '$lib/ui/select/Select.svelte';

	let {
		codes,
		offered,
		onsave,
		ondelete
	}: {
		codes: Shapes['CodeOut'][];
		offered: Shapes['CodeOut'][];
		onsave: (id: number | null, code: Shapes['CodeIn']) => Promise<void>;
		ondelete: (id: number) => Promise<void>;
	} = $props();
	const hues = ['blue', 'violet', 'brown', 'mauve', 'teal', 'olive', 'slate blue', 'rose grey'];
	const effects: [string, string][] = [
		['leave_out', 'is left out'],
		['zero', 'counts as zero'],
		['full', 'counts as full points'],
		['percent', 'counts as a percent']
	];
	let made = $state({ code: '', name: '', effect: 'leave_out', percent: '' });
	let problem = $state('');

	/** What was asked about: more than 100 %, and whether that is meant. */
	let asked = $state<(() => Promise<void>) | null>(null);

	async function tried(work: Promise<void>, meant?: () => Promise<void>): Promise<void> {
		asked = null;
		try {
			await work;
			problem = '';
		} catch (error) {
			problem = words(error);
			if (error instanceof Refusal && error.code === 'above_100' && meant) asked = meant;
		}
	}

	/** Save a code; where more than 100 % is asked about, saying that it is meant saves it. */
	function save(
		id: number | null,
		body: Shapes['CodeIn'],
		done: () => void = () => undefined
	): Promise<void> {
		return tried(onsave(id, body).then(done), () =>
			tried(onsave(id, { ...body, over_100_meant: true }).then(done))
		);
	}

	async function add(event: SubmitEvent): Promise<void> {
		event.preventDefault();
		await save(null, made, () => void (made = { code: '', name: '', effect: 'leave_out', percent: '' }));
	}

	const effectWords = (effect: string): string => effects.find(([value]) => value === effect)?.[1] ?? effect;

	/** What a drafted code does in force, where that is something else. */
	function inForce({ was }: Shapes['CodeOut']): string {
		const said = [
			was['effect'] && effectWords(String(was['effect'])),
			was['percent'] && `${was['percent']} %`,
			'missing' in was && (was['missing'] ? 'is missing work' : 'is no missing work')
		].filter(Boolean);
		return said.length ? `draft; in force: ${said.join(', ')}` : '';
	}

	const takeOver = ({ code, name, effect, percent, missing, colour }: Shapes['CodeOut']): Promise<void> =>
		save(null, { code, name, effect, percent, missing, colour });
</script>

<table class="w-full">
	<thead>
		<tr
			><th class="pr-2 text-left text-small font-normal text-slate" scope="col">Letters</th><th
				class="pr-2 text-left text-small font-normal text-slate"
				scope="col">Name</th
			><th class="pr-2 text-left text-small font-normal text-slate" scope="col">What it does</th><th
				class="pr-2 text-left text-small font-normal text-slate"
				scope="col">Percent</th
			><th class="pr-2 text-left text-small font-normal text-slate" scope="col">Missing</th><th
				class="pr-2 text-left text-small font-normal text-slate"
				scope="col">Colour</th
			><th class="pr-2 text-left text-small font-normal text-slate" scope="col">Whose</th><th
				class="pr-2 text-left text-small font-normal text-slate"><span class="sr-only">Delete</span></th
			></tr
		>
	</thead>
	<tbody>
		{#each codes as each (each.id)}
			<tr>
				<th class="text-left font-semibold" scope="row">{each.code}</th>
				<td class="pr-2 pb-0.5"
					><input
						class="field h-7"
						aria-label="Name of {each.code}"
						value={each.name}
						onchange={(event) => save(each.id, { name: event.currentTarget.value })}
					/></td
				>
				<td class="pr-2 pb-0.5">
					<Select
						class="field h-7"
						label="What {each.code} does"
						value={each.effect}
						onchange={(value) => {
							const effect = value;
							const percent = effect === 'percent' ? each.percent || '50' : null;
							void save(each.id, { effect, ...(percent ? { percent } : {}) });
						}}
						choices={effects}
					/>
					{#if inForce(each)}<small class="block text-amber-ink">{inForce(each)}</small>{/if}
				</td>
				<td class="w-17.5 pr-2 pb-0.5">
					{#if each.effect === 'percent'}<input
							class="field h-7"
							inputmode="decimal"
							aria-label="Percent of {each.code}"
							value={each.percent}
							onchange={(event) => save(each.id, { percent: event.currentTarget.value })}
						/>{/if}
				</td>
				<td class="pr-2 pb-0.5"
					><Check
						label="{each.code} is missing work"
						checked={each.missing}
						onchange={(isOn) => save(each.id, { missing: isOn })}
					/></td
				>
				<td class="pr-2 pb-0.5" style="--c: var(--color-hue-{each.colour - 1})"
					><Select
						class={['field h-7 w-21', each.colour > 0 && 'text-(color:--c)']}
						label="Colour of {each.code}"
						value={String(each.colour)}
						onchange={(value) => save(each.id, { colour: Number(value) })}
						choices={[['0', 'none'], ...hues.map((hue, number) => [number + 1, hue] as const)]}
					/></td
				>
				<td class="pr-2 pb-0.5 text-small whitespace-nowrap text-slate"
					>{each.whose}{#if each.is_mine}<Check
							label="Offer {each.code} to the whole school"
							checked={each.is_shared}
							onchange={(isOn) => save(each.id, { is_shared: isOn })}>offered to the school</Check
						>{/if}</td
				>
				<td class="pr-2 pb-0.5"
					>{#if each.whose !== "the school's" && !each.is_used}<button
							class="size-6"
							aria-label="Delete {each.code}"
							onclick={() => tried(ondelete(each.id))}>×</button
						>{/if}</td
				>
			</tr>
		{/each}
	</tbody>
</table>
<form class="mt-3 mb-1.5 flex flex-wrap items-end gap-2.5" onsubmit={add} aria-label="Make a score code">
	<label class="flex-[1_1_120px]"
		><span class="label">New code, 2 to 5 letters</span><input class="field" bind:value={made.code} /></label
	>
	<label class="flex-[1_1_120px]"
		><span class="label">Name</span><input class="field" bind:value={made.name} /></label
	>
	<label class="flex-[1_1_120px]">
		<span class="label">What it does</span>
		<Select bind:value={made.effect} choices={effects} />
	</label>
	{#if made.effect === 'percent'}
		<label class="flex-[1_1_120px]"
			><span class="label">Percent</span><input
				class="field"
				inputmode="decimal"
				bind:value={made.percent}
			/></label
		>
	{/if}
	<button class="btn quiet">Make it</button>
</form>
{#if offered.length}
	<h3 class="mt-2.5 mb-1 text-body">Offered by colleagues</h3>
	<ul class="list-none">
		{#each offered as each (each.id)}
			<li>
				<b>{each.code}</b>
				{each.name}
				<span class="text-small text-slate"
					>{effects.find(([value]) => value === each.effect)?.[1]}{each.percent ? `, ${each.percent} %` : ''};
					{each.whose}</span
				>
				<button class="link" onclick={() => takeOver(each)}>Take {each.code} over as my own</button>
			</li>
		{/each}
	</ul>
{/if}
{#if problem}
	<p class="problem text-rowan" role="alert">
		{problem}
		{#if asked}<button class="link" onclick={() => asked?.()}>Yes, it is meant</button>{/if}
	</p>
{/if}
<p class="text-small text-slate">
	What a code of the school’s does can be changed for this class alone; where the class has scores, that waits
	in the draft.
</p>
