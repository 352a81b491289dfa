/** What is ticked among several, after one of them was ticked or no longer is; the others keep their order. */
export function among<T>(chosen: readonly T[], one: T, isOn: boolean): T[] {
	const others = chosen.filter((each) => each !== one);
	return isOn ? [...others, one] : others;
}
