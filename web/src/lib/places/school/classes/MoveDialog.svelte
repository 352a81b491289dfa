<script lang="ts">
	/** A student changes section: to which class, from which day, and what goes along is shown first. */
	import * as fetched from '$lib/api/queries';
	import { createInfiniteQuery, createQuery } from '@tanstack/svelte-query';
	import type { Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import { signed } from '$lib/app/session.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import DateField from '$lib/ui/date-field/DateField.svelte';
	import Dialog from '$lib/ui/dialog/Dialog.svelte';
	import { onOpening } from '$lib/ui/opening.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping, type SchoolClass } from '../keeping';

	let { one, moving = $bindable() }: { one: SchoolClass; moving: Shapes['RosterRow'] | null } = $props();
	const keeping = thisKeeping();
	let to = $state('');
	let day = $state('');
	let withScores = $state(true);
	const classes = createInfiniteQuery(() => ({
		...fetched.schoolClasses(keeping.school_id, one.year_id, one.name),
		enabled: moving !== null
	}));
	const others = $derived(
		(classes.data?.pages.flatMap((each) => each.classes) ?? []).filter((each) => each.id !== one.id)
	);
	const along = createQuery(() => ({
		...fetched.along(keeping.school_id, one.id, moving?.student ?? 0, Number(to)),
		enabled: moving !== null && to !== ''
	}));
	onOpening(
		() => moving?.student,
		() => {
			to = '';
			day = signed.current?.today ?? '';
			withScores = true;
		}
	);

	async function move(): Promise<void> {
		const { student, given_name } = moving!;
		moving = null;
		await notice.tried(
			keeping.move(one.id, student, { to: Number(to), day, with_scores: withScores }),
			({ count }) => `${given_name} has changed section; ${counted(count, 'score')} went along.`
		);
	}
</script>

<Dialog
	title="{moving?.given_name ?? ''} {moving?.family_name ?? ''} changes section"
	bind:open={() => moving !== null, (open) => (moving = open ? moving : null)}
>
	<div class="grid gap-3">
		<label
			><span class="label">To</span><Select
				bind:value={to}
				placeholder={others.length ? 'Choose a class' : 'There is no other section'}
				choices={others.map((each) => [each.id, `${each.name} ${each.section}`] as const)}
			/></label
		>
		<label><span class="label">From</span><DateField bind:value={day} required /></label>
		{#if along.data}
			<Check bind:checked={withScores} disabled={!along.data.along.length}
				>{along.data.along.length
					? `${counted(along.data.along.length, 'score')} go along: ${along.data.along.join(', ')}`
					: 'No score has a counterpart there'}</Check
			>
			{#if along.data.left.length}<p class="text-slate">
					Without a counterpart, and kept here: {along.data.left.join(', ')}.
				</p>{/if}
		{/if}
		<p class="flex gap-2">
			<button class="btn" disabled={!to || !day} onclick={move}>Change section</button>
			<button class="btn quiet" onclick={() => (moving = null)}>Leave it</button>
		</p>
	</div>
</Dialog>
