<script lang="ts">
	/** A new version has come while this tab was open: it comes with the next page, or at once. */
	import { beforeNavigate } from '$app/navigation';
	import { version } from '$lib/app/offline/version.svelte';

	beforeNavigate(({ willUnload, to, cancel }) => {
		if (!version.isOld || willUnload || !to?.url) return;
		cancel();
		location.assign(to.url.href);
	});
</script>

{#if version.isOld}
	<p
		class="screen-only flex flex-wrap items-center gap-x-4 border-b border-rule px-6 py-1 text-slate"
		role="status"
	>
		<span>A new version of Hoarfrost has come. It is taken up with the next page that you open.</span>
		<button class="link" onclick={() => location.reload()}>Take it up now</button>
	</p>
{/if}
