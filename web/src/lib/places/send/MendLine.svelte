<script lang="ts">
	/** What is done about something that is held back or was refused: a way to where it is done, or the act itself. */
	import { notice } from '$lib/app/notice.svelte';
	import Select from '$lib/ui/select/Select.svelte';
	import { toRegister, type Mend } from './sending';

	let { mend }: { mend: Mend } = $props();
	const sending = toRegister();
	const id = sending.here.id;
	const query = $derived(sending.term() ? `&term=${sending.term()}` : '');
	const places: Partial<Record<Mend['act'], string>> = {
		post: 'report',
		report: 'report',
		plan: 'plan',
		due: 'plan'
	};
	const place = $derived(places[mend.act]);
	const address = $derived(
		`/class/${id}/${place}?${mend.assignment_id ? `open=${mend.assignment_id}` : ''}${query}`
	);
	const marks = $derived(sending.shown().choices.marks.map((each) => [each.id, each.title] as const));

	function show(): void {
		const assignment = { id: mend.assignment_id!, version: mend.assignment_version! };
		void notice.tried(
			sending.here.editing.changeAssignment(assignment, { shown: true }),
			'Families see it now.'
		);
	}

	function sendAs(mark: string): void {
		void notice.tried(sending.pair('mark', mend.to!, mark), `${mark} is sent for ${mend.to} from now on.`);
	}
</script>

{#if place}<a class="link" href={address}>{mend.words}</a>
{:else if mend.act === 'pair'}<a class="link" href="#pairing">{mend.words}</a>
{:else if mend.act === 'write'}<a class="link" href="mailto:{mend.to}">{mend.words}</a>
{:else if mend.act === 'show'}<button class="link min-h-6" onclick={show}>{mend.words}</button>
{:else}<Select
		label={mend.words}
		placeholder={mend.words}
		choices={marks}
		value=""
		onchange={sendAs}
		class="link"
	/>{/if}
