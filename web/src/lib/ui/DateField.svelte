<script lang="ts">
	/** A day to choose, under its label. */
	let {
		label,
		value = $bindable(),
		required = true
	}: { label: string; value: string; required?: boolean } = $props();
</script>

<label><span class="label">{label}</span><input class="field" type="date" {required} bind:value /></label>
