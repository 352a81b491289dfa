/** The class that a page stands in. It comes by context to whatever is drawn in it, with what changes it. */
import { createContext } from 'svelte';
import type { Changing } from '$lib/app/changing';
import type { Editing } from './planning/editing';

export interface ThisClass {
	readonly id: number;
	/** Sends its changes one after another, and fetches anew what they make stale. */
	readonly changing: Changing;
	/** Changes of its plan. */
	readonly editing: Editing;
}

/** To be called while a component is made; it fails outside of a class. */
export const [thisClass, provideClass] = createContext<ThisClass>();
