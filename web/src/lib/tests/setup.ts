/** What every test stands on: a busy machine is waited for, as long as a test may take in all. */
import { configure } from '@testing-library/svelte';
import { vi } from 'vitest';

// What opens a list of choices, or of what is found, is there from the beginning: how it comes is a test of its own.
vi.mock('$lib/ui/select/openable.svelte', async () => {
	const found = await import('$lib/ui/select/OpenableSelect.svelte');
	return { openable: { now: found.default, fetch: () => Promise.resolve() } };
});

vi.mock('$lib/ui/combobox/finding.svelte', async () => {
	const found = await import('$lib/ui/combobox/FindingCombobox.svelte');
	return { finding: { now: found.default, fetch: () => Promise.resolve() } };
});

configure({ asyncUtilTimeout: 15_000 });
