/** The places of a class that one can go to. */
const PLACES = ['plan', 'scores', 'report'];

export function built(name: string): boolean {
	return PLACES.includes(name);
}
