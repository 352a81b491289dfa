<script lang="ts">
	/** The places of a class, or School's stations, in the order of the work, each with how it stands. */
	import type { Shapes } from '$lib/api/client';
	import Crystal from '$lib/app/Crystal.svelte';
	import { places } from '$lib/app/places';

	type Station = Omit<Shapes['StationOut'], 'name'> & { name: string };

	let {
		stations,
		href,
		current = '',
		small = false
	}: {
		stations: Station[];
		href: (name: string) => string | null;
		current?: string;
		small?: boolean;
	} = $props();
</script>

{#snippet station(each: Station)}
	<span class="flex h-5 items-center gap-1.75 [&_svg]:-mx-0.5 [&_svg]:my-0">
		{#if each.name === current}<Crystal />{:else}<span
				class={['mx-px size-2.25 flex-none rounded-full border-[1.5px] border-slate', each.state]}
			></span>{/if}
		<b
			class={[
				'group-hover/a:text-ink',
				small
					? 'font-medium text-ink'
					: each.name === current
						? 'font-[650] text-ink'
						: 'font-medium text-slate',
				small ? 'font-text text-body leading-4.5' : 'font-name text-large leading-5'
			]}>{places.title(each.name)}</b
		><i class="mr-2.25 flex-1 border-t border-rule group-last/li:hidden max-md:hidden"></i>
	</span>
	<small
		class={[
			'block pl-4.5 text-small leading-4 wrap-anywhere',
			each.look && small ? 'text-amber-ink' : each.name === current ? 'text-ink' : 'text-slate',
			each.look && small && 'font-semibold'
		]}>{each.words}</small
	>
{/snippet}

<ol
	class={[
		'trail screen-only flex min-w-0 flex-1 max-md:flex-wrap max-md:gap-x-0 max-md:gap-y-1',
		small ? 'pt-2.5' : 'pt-0.75'
	]}
	class:small
>
	{#each stations as each (each.name)}
		{@const place = href(each.name)}
		<li
			class={[
				'group/li min-w-0 flex-[1_1_0] max-md:flex-[0_0_50%]',
				small
					? 'last:flex-[0_0_138px] max-md:last:flex-[0_0_50%]'
					: 'last:flex-[0_1_138px] max-md:last:flex-[0_0_50%]'
			]}
		>
			{#if place}
				<a class="group/a block" href={place} aria-current={each.name === current ? 'page' : undefined}
					>{@render station(each)}</a
				>
			{:else}
				<span class="block">{@render station(each)}</span>
			{/if}
		</li>
	{/each}
</ol>

<style>
	.done {
		background: var(--color-slate);
	}
	.half {
		background: linear-gradient(90deg, var(--color-slate) 50%, transparent 50%);
	}
</style>
