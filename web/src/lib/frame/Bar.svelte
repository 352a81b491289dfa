<script lang="ts">
	/** The bar at the top: sign and name, the classes or children, how saving stands, and the person. */
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { wanted } from '$lib/grid/wanted.svelte';
	import type { Problem } from '$lib/saving/queue';
	import { saving } from '$lib/saving/saving.svelte';
	import { opened } from './opened.svelte';
	import { neighbour, placeNow } from './classes';
	import Crystal from './Crystal.svelte';
	import KeySheet from './KeySheet.svelte';
	import Palette from './Palette.svelte';
	import { notice } from './notice.svelte';
	import { signed } from './session.svelte';
	import { theme } from './theme.svelte';

	const session = $derived(signed.current);
	const classes = $derived(session?.classes ?? []);
	const place = $derived(placeNow());
	/** What is to be looked at first, wherever that is. */
	const problem = $derived(saving.problems[0]);

	function onkeydown(event: KeyboardEvent): void {
		const target = event.target as HTMLElement;
		if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k' && signed.teaches) {
			event.preventDefault();
			opened.palette = true;
		}
		if (
			((event.ctrlKey || event.metaKey || event.altKey) && !event.getModifierState('AltGraph')) ||
			target.closest('input, textarea, select, [role=grid], [role=dialog]')
		)
			return;
		if (event.key === '[') void neighbour(-1);
		if (event.key === ']') void neighbour(1);
		if (event.key === '?') opened.keys = true;
	}

	/** On the way there the hand is taken from wherever it was; it goes to the cell after that. */
	async function lookAt(problem: Problem): Promise<void> {
		await goto(`/class/${problem.classId}/scores?term=${problem.term}`);
		wanted.place = problem;
	}

	function leave(): Promise<void> {
		return notice.tried(signed.signOut().then(() => goto('/sign-in')));
	}
</script>

<svelte:window {onkeydown} ononline={() => saving.again()} />

<header class="bar screen-only">
	<a class="sign" href={signed.home}><Crystal barbed size={19} />Hoarfrost</a>
	<nav class="classes" aria-label={signed.teaches ? 'Classes' : signed.keepsRecords ? 'Places' : 'Students'}>
		{#if signed.teaches}
			<a href="/" aria-current={page.url.pathname === '/' ? 'page' : undefined}>Today</a>
			{#each classes.slice(0, 6) as each (each.id)}
				<a
					href="/class/{each.id}/{place}"
					aria-current={page.params['id'] === String(each.id) ? 'page' : undefined}
					>{each.name} {each.section}</a
				>
			{/each}
			{#if classes.length > 1}<span class="keys" aria-hidden="true"><kbd>[</kbd><kbd>]</kbd></span>{/if}
		{/if}
		{#if signed.keepsRecords}<a
				href="/office"
				aria-current={page.url.pathname === '/office' ? 'page' : undefined}>Records office</a
			>{/if}
		{#each session?.children ?? [] as child (child.id)}
			<a
				href="/family/{child.id}"
				aria-current={page.url.pathname === `/family/${child.id}` ? 'page' : undefined}>{child.given_name}</a
			>
		{/each}
	</nav>
	<span class="right">
		{#if signed.teaches}
			<button class="find" onclick={() => (opened.palette = true)}
				><span>Find <i>a student or a command</i></span> <kbd>Ctrl K</kbd></button
			>
			<span class="saved" class:unsettled={!saving.isSettled} role="status">
				{#if saving.isSettled}<svg viewBox="0 0 16 16" aria-hidden="true"
						><path d="m3 8.5 3.2 3.2L13 4.8" /></svg
					>{/if}{#if problem && !saving.isAway}<button class="link" onclick={() => lookAt(problem)}
						>{saving.words}</button
					>{:else}{saving.words}{/if}
			</span>
		{/if}
		<button onclick={() => theme.turn()}>{theme.current === 'light' ? 'Night' : 'Day'}</button>
		<span class="who">{session?.name}</span>
		<button onclick={leave}>Sign out</button>
	</span>
</header>
{#if signed.teaches}
	<Palette bind:open={opened.palette} onkeys={() => (opened.keys = true)} />
	<KeySheet bind:open={opened.keys} />
{/if}

<style>
	.bar {
		display: flex;
		align-items: center;
		min-height: 40px;
		padding: 0 24px;
		border-bottom: 1px solid var(--hair);
	}
	.sign {
		display: flex;
		align-items: center;
		gap: 8px;
		padding-right: 20px;
		font: 600 15px/20px var(--name);
	}
	.classes {
		display: flex;
		align-items: center;
		align-self: stretch;
		gap: 20px;
		padding-left: 20px;
		border-left: 1px solid var(--hair);
		min-width: 0;
		overflow-x: auto;
		overflow-y: hidden;
	}
	.classes a {
		display: flex;
		align-items: center;
		align-self: stretch;
		min-height: 39px;
		color: var(--slate);
		white-space: nowrap;
	}
	.classes a[aria-current] {
		color: var(--ink);
		font-weight: 600;
		box-shadow: inset 0 -2px 0 var(--juniper);
	}
	.keys {
		display: flex;
		gap: 3px;
	}
	.right {
		display: flex;
		align-items: center;
		gap: 20px;
		margin-left: auto;
		padding-left: 20px;
		white-space: nowrap;
	}
	.find {
		display: flex;
		gap: 8px;
		align-items: center;
	}
	.find i {
		font-style: normal;
	}
	.right button {
		color: var(--slate);
	}
	.saved {
		display: flex;
		align-items: center;
		gap: 6px;
		color: var(--lichen-ink);
	}
	.saved .link {
		color: var(--amber-ink);
	}
	.saved svg {
		width: 13px;
		height: 13px;
		fill: none;
		stroke: currentColor;
		stroke-width: 1.5;
	}
	.unsettled {
		color: var(--amber-ink);
		font-weight: 600;
	}
	@media (max-width: 1100px) {
		/* Still read out, no longer in sight. */
		.find span {
			position: absolute;
			width: 1px;
			height: 1px;
			overflow: hidden;
			clip-path: inset(50%);
			white-space: nowrap;
		}
	}
	@media (max-width: 800px) {
		.bar {
			flex-wrap: wrap;
			padding: 0 16px;
		}
		.classes {
			order: 3;
			flex: 0 0 100%;
			border-left: 0;
			padding: 0;
		}
		.keys,
		.who {
			display: none;
		}
		/* How saving stands may take a line of its own, whatever there is to say. */
		.right {
			flex: 1 1 0;
			flex-wrap: wrap;
			justify-content: flex-end;
			gap: 0 12px;
			padding: 6px 0 6px 12px;
			white-space: normal;
		}
		/* There is no Ctrl on a phone: the words come back. */
		.find span {
			position: static;
			width: auto;
			height: auto;
			clip-path: none;
		}
		.find kbd,
		.find i {
			display: none;
		}
		.unsettled {
			order: 1;
			flex: 0 0 100%;
			justify-content: flex-end;
		}
	}
</style>
