<script lang="ts">
	/** Letters of invitation, a page each, to be printed now: their codes are told once. */
	import { signed } from '$lib/app/session.svelte';
	import { letters } from './letters.svelte';
</script>

<main class="px-6 pt-4 pb-12 max-md:px-4">
	<div class="screen-only mb-4 flex flex-wrap items-center gap-4">
		<h2>Letters</h2>
		{#if letters.made.length}
			<button class="btn" onclick={() => print()}>Print them</button>
			<span class="text-slate">Their codes stand here once. Letters made later end these.</span>
		{:else}<p class="text-slate">
				No letters were made just now. They are made in
				<a class="link" href="/school/people?role=guardian">People</a>, for who has no e-mail.
			</p>{/if}
	</div>
	{#each letters.made as { words, ...each } (each.sign_in)}
		<article
			lang={words.language}
			class="mb-6 max-w-160 break-after-page border border-rule bg-snow p-10 text-large leading-6 print:border-0 print:p-0"
		>
			<p class="mb-6 font-name text-head font-semibold">{signed.current?.school}</p>
			<p class="mb-4">{words.greeting}</p>
			<p class="mb-4">{words.text}</p>
			<dl class="mb-4 grid grid-cols-[140px_1fr] gap-y-1">
				<dt class="text-slate">{words.address}</dt>
				<dd class="font-semibold">{each.address}</dd>
				<dt class="text-slate">{words.name}</dt>
				<dd class="font-semibold">{each.sign_in}</dd>
				<dt class="text-slate">{words.code}</dt>
				<dd class="num font-semibold tracking-wider">{each.code}</dd>
			</dl>
			<p>{words.end}</p>
		</article>
	{/each}
</main>
