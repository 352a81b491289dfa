import { Part } from '../part.svelte';

/** What shows, under a field, what fits what is typed in it. */
export const finding = new Part(() => import('./FindingCombobox.svelte'));
