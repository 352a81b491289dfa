<script lang="ts">
	import Student from '$lib/places/student/Student.svelte';
</script>

<Student />
