<script lang="ts">
	/** The last change that touched classes, and taking it back. */
	import { notice } from '$lib/app/notice.svelte';
	import { thisSetting } from './setting';

	let { change }: { change: string | null } = $props();
	const setting = thisSetting();

	function takeBack(): Promise<void> {
		return notice.tried(setting.undo(), (words) => `Taken back: ${words.join(' ')}.`);
	}
</script>

{#if change}
	<p class="pb-1.5 text-slate">
		Last, {change}. <button class="link" onclick={takeBack}>Take that back</button>
	</p>
{/if}
