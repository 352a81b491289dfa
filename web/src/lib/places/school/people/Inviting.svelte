<script lang="ts">
	/** Inviting those of the list who have no password yet: by mail, or by letters that are printed. */
	import type { Role } from '$lib/api/queries';
	import type { Shapes } from '$lib/api/client';
	import { goto } from '$app/navigation';
	import { notice } from '$lib/app/notice.svelte';
	import { counted } from '$lib/words/plurals';
	import { thisKeeping } from '../keeping';
	import { letters } from './letters.svelte';
	import { one } from './roles';

	let { role, rows }: { role: Role; rows: readonly Shapes['PersonRow'][] } = $props();
	const keeping = thisKeeping();
	const waiting = $derived(rows.filter((each) => each.account === 'to_invite' && each.person !== null));
	const byMail = $derived(waiting.filter((each) => each.email));
	const byLetter = $derived(waiting.filter((each) => !each.email));
	const numbers = (of: readonly Shapes['PersonRow'][]) => of.map((each) => each.person!);

	function write(): Promise<void> {
		return notice.tried(
			keeping.invite(numbers(byMail)),
			({ count }) => `${counted(count, 'person', 'people')} written to.`
		);
	}

	function print(): Promise<void> {
		return notice.tried(
			keeping.letters(numbers(byLetter)).then((made) => {
				letters.made = made;
				return goto('/school/letters');
			})
		);
	}
</script>

<h2 class="mb-2">Accounts</h2>
<p class="text-slate">
	Whoever is invited chooses a password of their own: with a link by mail, which works for a week, or with a
	code in a letter, for four.
</p>
{#if waiting.length}
	<p class="mt-3">Of those listed here, {counted(waiting.length, one[role])} can be invited:</p>
	<ul class="mt-1 grid gap-2">
		{#if byMail.length}<li>
				<button class="btn" onclick={write}>Write to {counted(byMail.length, one[role])}</button>
			</li>{/if}
		{#if byLetter.length}<li>
				<button class="btn quiet" onclick={print}
					>Print {counted(byLetter.length, 'letter')} for who has no e-mail</button
				>
			</li>{/if}
	</ul>
{:else if rows.length}<p class="mt-3">Everybody listed here is invited, signs in, or has no account.</p>{/if}
<p class="mt-4"><a class="link" href="/school/outbox">Read what was written</a></p>
<p class="mt-1"><a class="link" href="/school/signing-in">Second factor, and the school’s own accounts</a></p>
<p class="mt-1">
	<a class="link" href="/api/v1/schools/{keeping.school_id}/oneroster.zip" download
		>Save everybody and every class as OneRoster</a
	>
</p>
