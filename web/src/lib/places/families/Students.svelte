<script lang="ts">
	/** The class by student: who may look at each one's page, and whether they have. */
	import type { Shapes } from '$lib/api/client';

	let { students, address }: { students: Shapes['SeenStudentOut'][]; address: (of: number) => string } =
		$props();
</script>

<h2 class="mb-1">“I can’t see it”</h2>
<p class="mb-2 text-slate">Choose a student to be told what their family sees, and what not and why.</p>
<ul class="border-t border-rule">
	{#each students as each (each.id)}
		<li class="border-b border-hair py-1.5">
			<a class="link min-h-6 font-semibold" href={address(each.id)}>{each.name}</a>
			{#if each.running_hidden}<span class="text-amber-ink">grade hidden</span>{/if}
			{#if each.kept_back}<span class="text-amber-ink">kept back</span>{/if}
			{#each each.readers as reader, place (place)}
				<span class="block text-small leading-4.5 text-slate">{reader.name}: {reader.words}</span>
			{:else}<span class="block text-small leading-4.5 text-slate">no guardian here</span>{/each}
		</li>
	{/each}
</ul>
