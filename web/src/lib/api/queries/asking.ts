/** How anything is asked for. */
import { PATIENCE } from '../client';

export type Id = number;
/** Undefined stands for the running term. */
export type InTerm = number | undefined;

/** Given up when nobody wants it any more, or when it takes too long: a connection can be there and lead nowhere. */
export const within = (signal: AbortSignal) => AbortSignal.any([signal, AbortSignal.timeout(PATIENCE)]);

/** How often something that is under way is looked at, in ms. */
export const UNDER_WAY = 1500;
