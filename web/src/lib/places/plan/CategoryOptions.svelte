<script lang="ts">
	/** How a category counts, looks and what its new assignments are like: sentences whose choices are made in place. */
	import { createQuery } from '@tanstack/svelte-query';
	import { RadioGroup } from 'bits-ui';
	import * as fetched from '$lib/api/queries';
	import Check from '$lib/ui/check/Check.svelte';
	import { thisClass } from '$lib/class/thisClass';
	import { type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { toFirst } from '$lib/ui/focus';
	import InPlace from '$lib/ui/InPlace.svelte';
	import MoveButtons from './MoveButtons.svelte';
	import Select from '$lib/ui/select/Select.svelte';

	let {
		category,
		others,
		order,
		onclose
	}: {
		category: Shapes['CategoryOut'];
		others: Shapes['CategoryOut'][];
		/** All categories by id, as they stand. */
		order: number[];
		/** Esc was pressed. */
		onclose: () => void;
	} = $props();
	const here = thisClass();
	const counts = [0, 1, 2, 3, 4, 5].map((count) => [count, String(count)] as const);
	const hues = [0, 1, 2, 3, 4, 5, 6, 7];
	const hueNames = ['blue', 'violet', 'brown', 'mauve', 'teal', 'olive', 'slate blue', 'rose grey'];
	/** Whether the school has standards, which work can name. */
	const known = createQuery(() => fetched.knownStandards(here.id));
	let into = $state('');

	function listed(text: string): string[] {
		return text
			.split(',')
			.map((each) => each.trim())
			.filter(Boolean);
	}

	function change(body: Shapes['CategoryIn']): Promise<void> {
		return notice.tried(here.editing.changeCategory(category, body));
	}

	/** Esc closes a list that is open first. */
	function onkeydown(event: KeyboardEvent): void {
		if (event.key === 'Escape' && (event.target as HTMLElement).ariaExpanded !== 'true') onclose();
	}

	async function merge(): Promise<void> {
		const target = others.find((each) => String(each.id) === into);
		const isGone = await here.editing.merge(category.id, target?.id ?? null);
		const where = target ? `into ${target.name}` : 'out of any category';
		notice.say(
			isGone
				? `${category.name} went ${where}. Ctrl Z takes it back.`
				: `What is in ${category.name} goes ${where} with the draft. Once it is applied, ${category.name} can be deleted.`
		);
	}
</script>

<!-- svelte-ignore a11y_no_static_element_interactions (its fields are what is used; Esc closes them all) -->
<div class="bg-snow px-3 py-1.5" {onkeydown} {@attach toFirst}>
	<div class="flex flex-wrap items-center gap-x-4.5 gap-y-1 py-0.5">
		<label class="flex items-center gap-1.5">
			Work in it counts
			<Select
				class="h-6.5 rounded border border-rule px-1.5"
				value={category.method}
				onchange={(value) => change({ method: value })}
				choices={[
					['points', 'by points'],
					['equal', 'each the same'],
					['shares', 'by shares']
				]}
			/>
		</label>
		<label class="flex items-center gap-1.5">
			lowest dropped
			<Select
				class="h-6.5 rounded border border-rule px-1.5"
				value={String(category.drop_lowest)}
				onchange={(value) => change({ drop_lowest: Number(value) })}
				choices={counts}
			/>
		</label>
		<label class="flex items-center gap-1.5">
			highest dropped
			<Select
				class="h-6.5 rounded border border-rule px-1.5"
				value={String(category.drop_highest)}
				onchange={(value) => change({ drop_highest: Number(value) })}
				choices={counts}
			/>
		</label>
		<Check checked={category.cap} onchange={(isOn) => change({ cap: isOn })}>at most 100 %</Check>
		<Check checked={category.bonus} onchange={(isOn) => change({ bonus: isOn })}>a bonus on top</Check>
		<Check checked={category.locked} onchange={(isOn) => change({ locked: isOn })}
			>weight stays when the rest is shared</Check
		>
	</div>
	<div class="flex flex-wrap items-center gap-x-4.5 gap-y-1 py-0.5">
		<span class="flex items-center gap-1.5"
			>Its sign is <span class="w-13 border-b border-rule"
				><InPlace
					label="Sign of {category.name}"
					value={category.sign}
					save={(sign) => here.editing.changeCategory(category, { sign })}
				/></span
			></span
		>
		<RadioGroup.Root
			class="flex items-center gap-1.5"
			aria-label="Colour of {category.name}"
			bind:value={() => String(category.colour), (hue) => change({ colour: Number(hue) })}
		>
			{#each hues as hue (hue)}
				<RadioGroup.Item
					value={String(hue)}
					class="size-6 rounded-full border-3 border-snow bg-(color:--c) bg-clip-padding data-[state=checked]:shadow-[0_0_0_2px_var(--color-ink)]"
					style="--c: var(--color-hue-{hue})"
					title={hueNames[hue]}
					aria-label={hueNames[hue]}
				/>
			{/each}
		</RadioGroup.Root>
		<Check checked={category.is_default} onchange={(isOn) => change({ is_default: isOn })}
			>new assignments go here,</Check
		>
		<span class="flex items-center gap-1.5"
			>worth <span class="w-13 border-b border-rule"
				><InPlace
					label="Points of new assignments in {category.name}"
					value={category.default_points ?? ''}
					save={(default_points) => here.editing.changeCategory(category, { default_points })}
				/></span
			> points</span
		>
		<Check checked={category.default_shown} onchange={(isOn) => change({ default_shown: isOn })}
			>shown to families</Check
		>
		{#if known.data?.length || category.default_standards.length}
			<span class="flex items-center gap-1.5"
				>giving evidence of <span class="min-w-26 border-b border-rule"
					><InPlace
						label="Standards of new assignments in {category.name}, with commas between"
						value={category.default_standards.join(', ')}
						save={(text) => here.editing.changeCategory(category, { default_standards: listed(text) })}
					/></span
				></span
			>
		{/if}
		<MoveButtons kind="category" ids={order} id={category.id} name={category.name} />
		<span class="ml-auto flex items-center gap-1.5">
			<label class="flex items-center gap-1.5"
				>Move all of it into
				<Select
					class="h-6.5 rounded border border-rule px-1.5"
					bind:value={into}
					placeholder="…"
					choices={[...others.map((each) => [each.id, each.name] as const), ['none', 'no category']]}
				/></label
			>
			<button
				class="link disabled:text-slate disabled:no-underline"
				disabled={!into}
				onclick={() => notice.tried(merge())}>Move</button
			>
		</span>
	</div>
</div>
