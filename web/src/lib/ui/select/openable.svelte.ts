import { Part } from '../part.svelte';

/** What opens a list of choices. */
export const openable = new Part(() => import('./OpenableSelect.svelte'));
