<script lang="ts">
	/** How people of the school sign in: of whom a second factor is asked, and the school's own provider. */
	import * as fetched from '$lib/api/queries';
	import { createQuery } from '@tanstack/svelte-query';
	import Failed from '$lib/app/Failed.svelte';
	import { notice } from '$lib/app/notice.svelte';
	import Switch from '$lib/ui/switch/Switch.svelte';
	import { among } from '$lib/ui/check/among';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping } from '../keeping';
	import ProviderForm from './ProviderForm.svelte';
	import { one, roles } from './roles';

	const keeping = thisKeeping();
	const found = createQuery(() => fetched.signingIn(keeping.school_id));

	async function ask(role: fetched.Role, isOn: boolean): Promise<void> {
		await notice.tried(keeping.signingIn(among(found.data!.second_factor_of, role, isOn)));
	}
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
						<Switch checked={set.second_factor_of.includes(role)} onchange={(isOn) => ask(role, isOn)}
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
