<script lang="ts">
	/** The school's logo on report cards: as it is, another one, none. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import FileChoose from '$lib/ui/file-choose/FileChoose.svelte';
	import { thisKeeping } from '../keeping';
	import { thisSetting } from '../setting';

	const setting = thisSetting();
	const found = createQuery(() => fetched.logo(thisKeeping().school_id));
	let problem = $state('');

	async function take(file: File): Promise<void> {
		try {
			await setting.logo(file);
			problem = '';
			notice.say('Kept. Report cards made from now on bear it.');
		} catch (error) {
			problem = words(error);
		}
	}
</script>

<section class="mb-6 grid max-w-160 gap-2" aria-labelledby="logo">
	<h2 class="text-title leading-7" id="logo">Logo</h2>
	{#if found.data?.picture}
		<p class="flex items-end gap-4">
			<img
				class="max-h-20 max-w-60 rounded border border-hair bg-white p-2"
				src={found.data.picture}
				alt="The school’s logo"
			/>
			<button
				class="link"
				onclick={() => notice.tried(setting.removeLogo(), 'Report cards go without a logo.')}
				>Take it away</button
			>
		</p>
	{/if}
	<FileChoose
		label={found.data?.picture ? 'Choose another picture' : 'Choose a picture'}
		hint="PNG or JPEG; it stands on report cards beside the school’s name"
		accept=".png,.jpg,.jpeg"
		onchoose={take}
	/>
	{#if problem}<p class="problem" role="alert">{problem}</p>{/if}
</section>
