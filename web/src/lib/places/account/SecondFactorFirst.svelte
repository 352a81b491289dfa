<script lang="ts">
	/** A school asks for a second factor, and the person has none: all that they can do until they have. */
	import { goto } from '$app/navigation';
	import { signed } from '$lib/app/session.svelte';
	import Doorway from '$lib/app/Doorway.svelte';
	import SecondFactor from './SecondFactor.svelte';

	async function goIn(): Promise<void> {
		await signed.load();
		await goto(signed.home);
	}
</script>

<Doorway title="A second factor, {signed.current?.name}">
	<p class="mb-4">Your school asks for one of whoever has your role. It takes a minute.</p>
	<SecondFactor onset={goIn} />
	<p class="mt-6"><button class="link" onclick={() => signed.signOut()}>Sign out</button></p>
</Doorway>
