<script lang="ts">
	/** Lines of a table of which it has to be said whom they are about. */
	import type { Shapes } from '$lib/api/client';
	import Select from '$lib/ui/select/Select.svelte';
	import { counted } from '$lib/words/plurals';

	interface Props {
		asked: Shapes['AskedLineOut'][];
		roster: Shapes['ChoosableOut'][];
		onchoose: (line: number, student: number) => unknown;
	}
	let { asked, roster, onchoose }: Props = $props();
</script>

{#if asked.length}
	<section class="mt-3 border-l-3 border-amber bg-amber-2 px-3 py-2" aria-label="Whom lines are about">
		<h3 class="text-large">{counted(asked.length, 'line')} to be asked about</h3>
		<ul>
			{#each asked as each (each.line)}
				<li class="flex flex-wrap items-center gap-x-3 py-0.5">
					<span class="min-w-52 flex-1"
						><b class="font-semibold">Line {each.line}</b>: {each.said || 'it'} {each.words}</span
					>
					<Select
						label="Whom line {each.line} is about"
						placeholder="left out"
						class="field h-7 w-56"
						onchange={(student) => onchoose(each.line, Number(student))}
						choices={roster
							.filter(({ id }) => !each.may_be.length || each.may_be.includes(id))
							.map(({ id, name }) => [id, name] as const)}
					/>
				</li>
			{/each}
		</ul>
	</section>
{/if}
