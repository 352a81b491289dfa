<script lang="ts">
	/** How sending of every class stands: who must act first, and what waits longest; and when the register was looked at. */
	import { words, type Shapes } from '$lib/api/client';
	import { notice } from '$lib/app/notice.svelte';
	import Check from '$lib/ui/check/Check.svelte';
	import { dayAndTime, longDay } from '$lib/words/days';
	import { thisKeeping } from '../keeping';

	let { sending }: { sending: Shapes['SchoolSendingOut'] } = $props();
	const keeping = thisKeeping();
	let onlyOpen = $state(false);
	let isLooking = $state(false);
	const shown = $derived(sending.classes.filter((each) => !onlyOpen || each.words || each.waiting));

	async function look(): Promise<void> {
		isLooking = true;
		try {
			await keeping.lookAtRegister();
			notice.say('The register was looked at.');
		} catch (error) {
			notice.problem(words(error));
		} finally {
			isLooking = false;
		}
	}
</script>

<section class="grid gap-2" aria-labelledby="classes-sending">
	<h2 id="classes-sending">What goes to the register</h2>
	<p class="flex flex-wrap items-center gap-x-4 gap-y-1">
		<span class="text-slate"
			>{sending.looked_at
				? `Looked at ${dayAndTime(sending.looked_at)}`
				: 'It was not looked at yet'}{sending.last_night
				? `; the last night was that of ${longDay(sending.last_night)}`
				: ''}.</span
		>
		<button class="btn small quiet" disabled={isLooking} onclick={look}
			>{isLooking ? 'Asking the register…' : 'Look at it now'}</button
		>
		<Check bind:checked={onlyOpen}>only what waits for somebody</Check>
	</p>
	{#if sending.problem}<p class="problem" role="status">The last time: {sending.problem}</p>{/if}
	<div class="relative overflow-x-auto">
		<table class="rows">
			<thead
				><tr
					><th scope="col">Class</th><th scope="col">Accepted</th><th scope="col">Refused</th><th scope="col"
						>On the way</th
					><th scope="col">Waits since</th><th scope="col">Who must act</th></tr
				></thead
			>
			<tbody>
				{#each shown as each (each.class_id)}
					<tr>
						<th class="font-medium" scope="row">{each.name}</th>
						<td class="num text-lichen-ink">{each.accepted || ''}</td>
						<td class="num font-semibold text-rowan">{each.refused || ''}</td>
						<td class="num">{each.waiting || ''}</td>
						<td class="num text-slate">{each.waits_since ? dayAndTime(each.waits_since) : ''}</td>
						<td
							>{#if each.words}{#if each.emails.length}<a class="link" href="mailto:{each.emails.join(',')}"
										>{each.words}</a
									>{:else}{each.words}{/if}{:else}<span class="text-slate"
									>{each.is_paired ? 'nobody' : 'nothing sent yet'}</span
								>{/if}</td
						>
					</tr>
				{:else}<tr><td colspan="6" class="text-slate">Nothing waits for anybody.</td></tr>{/each}
			</tbody>
		</table>
	</div>
</section>
