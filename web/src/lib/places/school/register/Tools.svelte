<script lang="ts">
	/** Tools that may put scores into classes: which, where, and giving or taking access. A secret is told once. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import { among } from '$lib/ui/check/among';
	import Check from '$lib/ui/check/Check.svelte';
	import Fold from '$lib/ui/Fold.svelte';
	import Field from '$lib/ui/form/Field.svelte';
	import Form from '$lib/ui/form/Form.svelte';
	import { longDay } from '$lib/words/days';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping } from '../keeping';

	const keeping = thisKeeping();
	const found = createQuery(() => fetched.schoolTools(keeping.school_id));
	let form = $state({ name: '', entry_address: '', classes: [] as number[] });
	let granted = $state<Shapes['GrantedOut'] | null>(null);
	type Tool = Shapes['ToolOut'];

	const ids = (tool: Tool) => tool.classes.map((each) => each.id);

	async function grant(): Promise<void> {
		granted = await keeping.grantTool(form);
		form = { name: '', entry_address: '', classes: [] };
	}
</script>

<section aria-labelledby="tools">
	<h2 class="mb-1" id="tools">Scores from elsewhere</h2>
	<p class="mb-2 max-w-160 text-slate">
		Another system, such as one for quizzes, may put assignments and scores into classes that you choose, by
		OneRoster 1.2. Their columns are locked here until a teacher takes them over.
	</p>
	{#if found.isPending}<p role="status">Looking…</p>
	{:else if found.isError}<Failed error={found.error} retry={found.refetch} />
	{:else}
		<ul class="max-w-240">
			{#each found.data.tools as tool (tool.id)}
				<li class="border-t border-hair py-2">
					<p class="flex flex-wrap items-baseline gap-x-4">
						<b class="font-semibold">{tool.name}</b>
						<span class="flex-1 text-slate"
							>{tool.classes.map((each) => each.name).join(', ') || 'no class'}; {counted(
								tool.columns,
								'assignment'
							)}; let in by {tool.made_by}, {longDay(tool.made_at)}; client id {tool.client_id}</span
						>
						<button
							class="link min-h-6"
							onclick={() =>
								notice.tried(
									keeping.revokeTool(tool.id),
									`${tool.name} has no access any more. What it put stays.`
								)}>Take its access<span class="sr-only"> of {tool.name}</span></button
						>
					</p>
					<Fold title="Its classes" words={counted(tool.classes.length, 'class', 'classes')}>
						<div class="grid grid-cols-3 gap-1 max-md:grid-cols-1">
							{#each found.data.classes as each (each.id)}
								<Check
									checked={ids(tool).includes(each.id)}
									onchange={(isOn) =>
										notice.tried(keeping.setToolClasses(tool.id, among(ids(tool), each.id, isOn)))}
									>{each.name}</Check
								>
							{/each}
						</div>
					</Fold>
				</li>
			{:else}<li class="py-1 text-slate">No tool has access.</li>{/each}
		</ul>
		{#if granted}
			<div class="my-3 max-w-160 border-l-3 border-juniper bg-juniper-2 px-4 py-3" role="status">
				<p class="font-semibold">Give the tool these; the secret is not told again.</p>
				<dl class="mt-1 grid grid-cols-[9rem_minmax(0,1fr)] gap-x-3 break-all">
					<dt>Address</dt>
					<dd>{found.data.address}</dd>
					<dt>Address for tokens</dt>
					<dd>{found.data.token_address}</dd>
					<dt>Client id</dt>
					<dd>{granted.client_id}</dd>
					<dt>Client secret</dt>
					<dd>{granted.client_secret}</dd>
				</dl>
				<button class="link mt-2 min-h-6" onclick={() => (granted = null)}>I have noted them</button>
			</div>
		{/if}
		<Fold title="Let a tool in">
			<Form label="Let a tool in" class="grid max-w-160 grid-cols-2 gap-3 max-md:grid-cols-1" send={grant}>
				<Field
					name="name"
					label="Its name"
					hint="as teachers see it above its columns"
					bind:value={form.name}
					required
				/>
				<Field
					name="entry_address"
					label="Where scores are entered in it"
					placeholder="https://quizzes.example"
					bind:value={form.entry_address}
				/>
				<fieldset class="col-span-full grid grid-cols-3 gap-1 max-md:grid-cols-1">
					<legend class="label">Its classes</legend>
					{#each found.data.classes as each (each.id)}
						<Check
							checked={form.classes.includes(each.id)}
							onchange={(isOn) => (form.classes = among(form.classes, each.id, isOn))}>{each.name}</Check
						>
					{/each}
				</fieldset>
				<p class="col-span-full"><button class="btn" disabled={!form.classes.length}>Let it in</button></p>
			</Form>
		</Fold>
	{/if}
</section>
