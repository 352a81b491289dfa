<script lang="ts">
	/** An address with a secret in it, which is told this once: to be copied. */
	import { t } from '$lib/words/language';
	import { notice } from './notice.svelte';

	let { address, label, id }: { address: string; label: string; id: string } = $props();

	function copy(): Promise<void> {
		return notice.tried(navigator.clipboard.writeText(address), $t('copied'));
	}
</script>

<label class="label pt-1" for={id}>{label}</label>
<p class="flex max-w-160 gap-2">
	<input class="field num" {id} readonly value={address} onfocus={(event) => event.currentTarget.select()} />
	<button class="btn quiet small" onclick={copy}>{$t('copy')}</button>
</p>
