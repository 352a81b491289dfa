/** The keys of all places, in the order in which the sheet of keys shows them. */
import type { KeyGroup } from '$lib/app/keys';
import { plan } from './plan/keys';
import { report } from './report/keys';
import { scores } from './scores/keys';
import { spread } from './spread/keys';
import { stack } from './stack/keys';

export const keys: KeyGroup[] = [...plan, ...scores, ...spread, ...stack, ...report];
