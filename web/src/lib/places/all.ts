/** All places, in the order in which the palette and the sheet of keys show them. */
import type { Place } from '$lib/app/places';
import { families } from './families/place';
import { files } from './files/place';
import { looseEnds } from './loose-ends/place';
import { plan } from './plan/place';
import { report } from './report/place';
import { stations } from './school/place';
import { scores } from './scores/place';
import { send } from './send/place';
import { spread } from './spread/place';
import { stack } from './stack/place';
import { today } from './today/place';

export const all: Place[] = [
	plan,
	scores,
	spread,
	stack,
	report,
	send,
	families,
	files,
	today,
	looseEnds,
	...stations
];
