<script lang="ts">
	/** Find a student, a class, a place or something to do, by typing a part of its name. */
	import * as fetched from '$lib/api/queries';
	import { createQuery, useQueryClient } from '@tanstack/svelte-query';
	import { Command, Dialog } from 'bits-ui';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { folded } from '$lib/words/folded';
	import { saving } from '$lib/app/saving/saving.svelte';
	import { keyed } from '$lib/words/keys';
	import { neighbour } from './classes';
	import { commands, type Command as Offer } from './commands';
	import { places } from './places';
	import { signed } from './session.svelte';
	import { theme } from './theme.svelte';
	import { undo } from './undoing';

	interface Props {
		open: boolean;
		/** Where one types: who opens the palette goes there. */
		field?: HTMLElement | null;
		onkeys: () => void;
	}
	let { open = $bindable(false), field = $bindable(null), onkeys }: Props = $props();

	type Item = Offer & { id: string };

	const MOST = 9;
	const queries = useQueryClient();
	let typed = $state('');
	/** What Enter does: the first that was found, until one goes on to another. */
	let chosen = $state('');
	const students = createQuery(() => ({ ...fetched.ownStudents(), enabled: open && signed.teaches }));
	const id = $derived(Number(page.params['id']) || null);
	/** The places of the whole school that are this person's. */
	const mine = $derived(
		places.all.filter((each) =>
			each.of === 'school' ? signed.keepsRecords : each.of === 'teacher' && signed.teaches
		)
	);

	const all = $derived.by((): Item[] => {
		const classes = signed.current?.classes ?? [];
		const here = classes.find((each) => each.id === id);
		const items: Item[] = [];
		if (here)
			for (const place of places.inClass)
				items.push({
					id: `place ${place.name}`,
					name: place.title,
					words: `of ${here.name} ${here.section}`,
					act: () => goto(`/class/${here.id}/${place.name}`)
				});
		for (const { name, title, path, of } of mine)
			if (path)
				items.push({
					id: name,
					name: title,
					words: of === 'school' ? 'School' : 'all classes',
					act: () => goto(path)
				});
		for (const each of classes)
			items.push({
				id: `class ${each.id}`,
				name: `${each.name} ${each.section}`,
				words: 'class',
				act: () => goto(`/class/${each.id}/scores`)
			});
		if (id)
			items.push(
				{ id: 'undo', name: 'Take back the last change', words: keyed('Ctrl Z'), act: () => undo(id, queries, 'undo') },
				{ id: 'redo', name: 'Do it again', words: keyed('Ctrl Y'), act: () => undo(id, queries, 'redo') },
				{ id: 'before', name: 'Previous class', words: '[', act: () => neighbour(-1) },
				{ id: 'next', name: 'Next class', words: ']', act: () => neighbour(1) }
			); // prettier-ignore
		items.push(
			{ id: 'keys', name: 'Keys', words: '?', act: onkeys },
			{ id: 'theme', name: theme.current === 'light' ? 'Night' : 'Day', words: 'light or dark', act: () => theme.turn() },
			{ id: 'again', name: 'Try saving again', words: saving.words, act: () => saving.again() }
		); // prettier-ignore
		if (open) items.push(...commands.here.map((each, place) => ({ ...each, id: `here ${place}` })));
		for (const each of students.data ?? [])
			items.push({
				id: `student ${each.class_id} ${each.student_id}`,
				name: each.name,
				words: `${each.number}, ${each.class_name}`,
				act: () => goto(`/class/${each.class_id}/student/${each.student_id}`)
			});
		return items;
	});

	/** All words that were typed have to begin a word of the name or of what stands beside it; names that begin so come first. */
	const found = $derived.by(() => {
		const wanted = folded(typed).split(/\s+/).filter(Boolean);
		const begins = (text: string, word: string) =>
			folded(text)
				.split(/[\s\-,]+/)
				.some((part) => part.startsWith(word));
		const rank = ({ name }: Item) => (folded(name).startsWith(wanted[0] ?? '') ? 0 : 1);
		return all
			.filter((each) => wanted.every((word) => begins(`${each.name} ${each.words}`, word)))
			.sort((one, other) => rank(one) - rank(other))
			.slice(0, MOST);
	});

	async function choose(item: Item): Promise<void> {
		open = false;
		await item.act();
	}

	// Each time it opens it begins anew.
	$effect(() => {
		if (!open) typed = '';
	});
</script>

<Dialog.Root bind:open>
	<Dialog.Portal>
		<Dialog.Overlay class="fixed inset-0 z-40 bg-[rgb(23_37_43/0.2)]" />
		<Dialog.Content
			class="fixed top-[12vh] left-1/2 z-40 w-[560px] max-w-[calc(100vw-24px)] -translate-x-1/2 rounded bg-snow shadow-raised"
		>
			<Dialog.Title class="sr-only">Find a student or a command</Dialog.Title>
			<Command.Root
				shouldFilter={false}
				vimBindings={false}
				label="Find a student or a command"
				bind:value={
					() => (found.some((each) => each.id === chosen) ? chosen : (found[0]?.id ?? '')),
					(id) => (chosen = id)
				}
			>
				<Command.Input
					class="h-13 w-full border-b border-rule bg-transparent px-4.5 text-head outline-none"
					aria-label="Find a student or a command"
					placeholder="A student, a class, or what you want to do"
					bind:ref={field}
					bind:value={typed}
					oninput={() => (chosen = '')}
				/>
				<Command.List class="p-1.5" aria-label="Found">
					<Command.Viewport>
						{#each found as item (item.id)}
							<Command.Item
								class="flex cursor-pointer justify-between gap-4 rounded px-3 py-1.75 aria-selected:bg-ice"
								value={item.id}
								onSelect={() => choose(item)}
							>
								<span class="inline-block first-letter:uppercase">{item.name}</span><small class="text-slate"
									>{item.words}</small
								>
							</Command.Item>
						{/each}
						{#if !found.length}<p class="px-4.5 pb-3.5 text-slate">Nothing of this name.</p>{/if}
					</Command.Viewport>
				</Command.List>
			</Command.Root>
		</Dialog.Content>
	</Dialog.Portal>
</Dialog.Root>
