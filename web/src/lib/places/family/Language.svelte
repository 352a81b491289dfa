<script lang="ts">
	/** In which language one reads this page, and is written to. What teachers write stays as they wrote it. */
	import { account } from '$lib/app/account';
	import { notice } from '$lib/app/notice.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { language as spoken, LANGUAGES, t } from '$lib/words/language';

	// All of the page changes, days and what the server says too.
	const choose = (language: string) =>
		notice.tried(account.chooseLanguage(language).then(() => location.reload()));
</script>

<Select
	label={$t('family.language')}
	class="h-8 w-60"
	value={spoken()}
	onchange={choose}
	choices={Object.entries(LANGUAGES)}
/>
