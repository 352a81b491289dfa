/** The places of a class that one can go to. */
export const places = ['plan', 'scores', 'report'];

export function built(name: string): boolean {
	return places.includes(name);
}
