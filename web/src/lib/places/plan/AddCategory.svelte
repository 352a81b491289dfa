<script lang="ts">
	/** Adding a category. */
	import { thisClass } from '$lib/class/thisClass';
	import { Adding } from '$lib/class/planning/adding.svelte';
	import AddLine from '$lib/class/planning/AddLine.svelte';

	const here = thisClass();
	const adding = new Adding();
	let typed = $state({ name: '', weight: '' });

	async function add(): Promise<void> {
		const given = typed;
		typed = { name: '', weight: '' };
		const made = here.editing.addCategory({ name: given.name, weight: given.weight || '0' });
		await adding.tried(made, given.name, () => {
			if (typed.name) return false;
			typed = given;
			return true;
		});
	}
</script>

<AddLine label="Add a category" verb="Add category" {adding} onadd={() => void add()}>
	{#snippet fields()}
		<label class="wide">
			<span class="label">New category</span>
			<input class="field" bind:value={typed.name} aria-invalid={adding.isWrong('name')} />
		</label>
		<label>
			<span class="label">Weight</span>
			<input
				class="field"
				inputmode="decimal"
				bind:value={typed.weight}
				aria-invalid={adding.isWrong('weight')}
			/>
		</label>
	{/snippet}
</AddLine>
