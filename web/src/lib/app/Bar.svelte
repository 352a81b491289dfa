<script lang="ts">
	/** The bar at the top: sign and name, the classes or children, how saving stands, and the person. */
	import { t } from '$lib/words/language';
	import { keyed } from '$lib/words/keys';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { saving } from '$lib/app/saving/saving.svelte';
	import { opened } from './opened.svelte';
	import { neighbour, placeNow } from './classes';
	import Crystal from './Crystal.svelte';
	import { letters } from './letters.svelte';
	import { goTo } from '$lib/ui/focus';
	import { notice } from './notice.svelte';
	import { signed } from './session.svelte';
	import Later from '$lib/ui/Later.svelte';
	import { theme } from './theme.svelte';

	const session = $derived(signed.current);
	const classes = $derived(session?.classes ?? []);
	const place = $derived(placeNow());
	/** Who works here, as a teacher or on the school's records, has commands and keys. */
	const works = $derived(signed.teaches || signed.keepsRecords);

	let field = $state<HTMLElement | null>(null);
	/** Whether the palette's code is there, or could not be fetched. */
	let code: 'coming' | 'there' | 'failed' = 'coming';

	/** What is typed before the palette's code is there goes into it as it comes. */
	async function openPalette(): Promise<void> {
		if (opened.palette) return;
		opened.palette = true;
		const isThere = await goTo(
			() => field,
			() => {},
			() => code === 'coming'
		);
		if (!isThere && code === 'coming') opened.palette = false;
	}

	async function fetchPalette() {
		code = 'coming';
		try {
			const found = await import('./Palette.svelte');
			code = 'there';
			return found;
		} catch (error) {
			code = 'failed';
			throw error;
		}
	}

	function onkeydown(event: KeyboardEvent): void {
		const target = event.target as HTMLElement;
		if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k' && works) {
			event.preventDefault();
			void openPalette();
		}
		if (target.closest('input, textarea, [role=combobox], [role=grid], [role$=dialog]')) return;
		const letter = letters.of(event);
		if (letter === '[') void neighbour(-1);
		if (letter === ']') void neighbour(1);
		if (letter === '?') opened.keys = true;
	}

	async function look(school: number): Promise<void> {
		await notice.tried(signed.look(school).then(() => goto(signed.home)));
	}

	function leave(): Promise<void> {
		return notice.tried(signed.signOut().then(() => goto('/sign-in')));
	}
</script>

<svelte:window {onkeydown} ononline={() => saving.again()} />

<header class="screen-only flex min-h-10 items-center border-b border-hair px-6 max-md:flex-wrap max-md:px-4">
	<a class="flex items-center gap-2 pe-5 font-name text-large leading-5 font-semibold" href={signed.home}
		><Crystal barbed size={19} />Hoarfrost</a
	>
	{#if (session?.schools.length ?? 0) > 1}
		<Later part={() => import('$lib/ui/select/Select.svelte')}>
			{#snippet children(Select)}
				<Select
					label="School"
					class="me-4 h-7 font-semibold"
					value={String(session?.school_id ?? '')}
					onchange={(school) => look(Number(school))}
					choices={session?.schools.map(({ id, name }) => [id, name] as const) ?? []}
				/>
			{/snippet}
		</Later>
	{/if}
	<nav
		class="flex min-w-0 items-center gap-5 self-stretch overflow-x-auto overflow-y-hidden border-s border-hair ps-5 max-md:order-3 max-md:flex-[0_0_100%] max-md:border-s-0 max-md:p-0"
		aria-label={signed.teaches ? 'Classes' : signed.keepsRecords ? 'Places' : 'Students'}
	>
		{#if signed.teaches}
			<a
				class="flex min-h-9.75 items-center self-stretch whitespace-nowrap text-slate [&[aria-current]]:font-semibold [&[aria-current]]:text-ink [&[aria-current]]:shadow-[inset_0_-2px_0_var(--color-juniper)]"
				href="/"
				aria-current={page.url.pathname === '/' ? 'page' : undefined}>Today</a
			>
			{#each classes.slice(0, 6) as each (each.id)}
				<a
					class="flex min-h-9.75 items-center self-stretch whitespace-nowrap text-slate [&[aria-current]]:font-semibold [&[aria-current]]:text-ink [&[aria-current]]:shadow-[inset_0_-2px_0_var(--color-juniper)]"
					href="/class/{each.id}/{place}"
					aria-current={page.params['id'] === String(each.id) ? 'page' : undefined}
					>{each.name} {each.section}</a
				>
			{/each}
			{#if classes.length > 1}<span class="flex gap-0.75 max-md:hidden" aria-hidden="true"
					><kbd>[</kbd><kbd>]</kbd></span
				>{/if}
		{/if}
		{#if signed.keepsRecords}<a
				class="flex min-h-9.75 items-center self-stretch whitespace-nowrap text-slate [&[aria-current]]:font-semibold [&[aria-current]]:text-ink [&[aria-current]]:shadow-[inset_0_-2px_0_var(--color-juniper)]"
				href="/school/people"
				aria-current={page.url.pathname.startsWith('/school') ? 'page' : undefined}>School</a
			>{/if}
		{#each session?.children ?? [] as child (child.id)}
			<a
				class="flex min-h-9.75 items-center self-stretch whitespace-nowrap text-slate [&[aria-current]]:font-semibold [&[aria-current]]:text-ink [&[aria-current]]:shadow-[inset_0_-2px_0_var(--color-juniper)]"
				href="/family/{child.id}"
				aria-current={page.url.pathname === `/family/${child.id}` ? 'page' : undefined}>{child.given_name}</a
			>
		{/each}
	</nav>
	<span
		class="ms-auto flex items-center gap-5 ps-5 whitespace-nowrap max-md:flex-[1_1_0] max-md:flex-wrap max-md:justify-end max-md:gap-x-3 max-md:gap-y-0 max-md:py-1.5 max-md:ps-3 max-md:pe-0 max-md:whitespace-normal"
	>
		{#if works}
			<button class="flex items-center gap-2 text-slate" onclick={openPalette}
				><span
					class="max-lg:absolute max-lg:size-px max-lg:overflow-hidden max-lg:whitespace-nowrap max-lg:[clip-path:inset(50%)] max-md:static max-md:size-auto max-md:[clip-path:none]"
					>Find <i class="not-italic max-md:hidden"
						>{signed.teaches ? 'a student or a command' : 'a command'}</i
					></span
				> <kbd class="max-md:hidden">{keyed('Ctrl K')}</kbd></button
			>
			<Later part={() => import('./saving/SavingState.svelte')} when>
				{#snippet children(SavingState)}<SavingState />{/snippet}
			</Later>
		{/if}
		<button class="text-slate" onclick={() => theme.turn()}
			>{$t(theme.current === 'light' ? 'bar.night' : 'bar.day')}</button
		>
		{#if signed.teaches && page.params['id'] && page.route.id?.startsWith('/class')}<a
				class="text-slate max-lg:hidden [&[aria-current]]:font-semibold [&[aria-current]]:text-ink"
				href="/class/{page.params['id']}/files{page.url.searchParams.get('term')
					? `?term=${page.url.searchParams.get('term')}`
					: ''}"
				aria-current={page.url.pathname.endsWith('/files') ? 'page' : undefined}>Print and files</a
			>{/if}
		<a class="max-md:hidden" href="/account" title={$t('bar.account')}>{session?.name}</a>
		<button class="text-slate" onclick={leave}>{$t('bar.sign_out')}</button>
	</span>
</header>
{#if works}
	<Later part={fetchPalette} when={opened.palette}>
		{#snippet children(Palette)}
			<Palette bind:open={opened.palette} bind:field onkeys={() => (opened.keys = true)} />
		{/snippet}
	</Later>
	<Later part={() => import('./KeySheet.svelte')} when={opened.keys}>
		{#snippet children(KeySheet)}<KeySheet bind:open={opened.keys} />{/snippet}
	</Later>
{/if}
