<script lang="ts">
	/** How people of the school sign in: of whom a second factor is asked, and the school's own provider. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import Switch from '$lib/ui/switch/Switch.svelte';
	import { among } from '$lib/ui/check/among';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping } from '../keeping';
	import ProviderForm from './ProviderForm.svelte';
	import { one, roles } from './roles';

	const NEVER = 'never';

	const keeping = thisKeeping();
	const found = createQuery(() => fetched.signingIn(keeping.school_id));

	async function say(change: Partial<Parameters<typeof keeping.signingIn>[0]>): Promise<void> {
		const { second_factor_of, idle_minutes } = { ...found.data!, ...change };
		await notice.tried(keeping.signingIn({ second_factor_of, idle_minutes }));
	}

	/** A wait in words. */
	const wait = (minutes: number): string =>
		minutes < 60 ? `${minutes} minutes` : counted(minutes / 60, 'hour');
</script>

<main class="grid max-w-240 gap-9 px-6 pt-4 pb-12 max-md:px-4">
	{#if found.isPending}<p class="text-slate" role="status">Looking…</p>
	{:else if !found.data}<Failed error={found.error} retry={found.refetch} />
	{:else}
		{@const set = found.data}
		<section aria-labelledby="factor">
			<h2 class="mb-1" id="factor">Second factor</h2>
			<p class="mb-3 max-w-160 text-slate">
				A code of an authenticator app beside the password. Everybody may set one up under Account; of whom it
				is asked here has to, the next time they sign in.
			</p>
			<fieldset class="grid max-w-160">
				<legend class="label">It is asked of</legend>
				{#each roles as [role, name] (role)}
					{@const lacking = set.lacking[role] ?? 0}
					<div class="flex items-baseline justify-between border-b border-hair py-1">
						<Switch
							checked={set.second_factor_of.includes(role)}
							onchange={(isOn) => say({ second_factor_of: among(set.second_factor_of, role, isOn) })}
							>{name}</Switch
						>
						<span class="text-slate"
							>{lacking ? `${counted(lacking, one[role])} without` : 'nobody without'}</span
						>
					</div>
				{/each}
			</fieldset>
			<p class="mt-2 max-w-160 text-slate">
				Who lost their phone and their recovery codes: open them under People, and take the second factor
				away.
			</p>
		</section>
		<section aria-labelledby="idle">
			<h2 class="mb-1" id="idle">Nobody there</h2>
			<p class="max-w-160">
				Whoever works here and does nothing in Hoarfrost
				<Select
					label="After how long who does nothing is signed out"
					class="h-7"
					value={String(set.idle_minutes ?? NEVER)}
					onchange={(chosen) => say({ idle_minutes: chosen === NEVER ? null : Number(chosen) })}
					choices={[
						[NEVER, 'is not signed out for that'],
						...set.waits.map((each): [string, string] => [String(each), `for ${wait(each)} is signed out`])
					]}
				/>.
			</p>
			<p class="mt-2 max-w-160 text-slate">
				The page then shows nothing until they sign in again; what they had typed is kept and sent. Every
				session ends after fourteen days in any case.
			</p>
		</section>
		<section aria-labelledby="provider">
			<h2 class="mb-1" id="provider">The school’s own accounts</h2>
			<p class="mb-3 max-w-160 text-slate">
				Whoever has an account at the school’s provider (OpenID Connect) signs in with it, and with no other
				password. They are known by their e-mail address the first time. How well it looks at people is the
				provider’s: a second factor of Hoarfrost’s is not asked for then.
			</p>
			{#key set.provider?.issuer}<ProviderForm {set} />{/key}
		</section>
	{/if}
</main>
