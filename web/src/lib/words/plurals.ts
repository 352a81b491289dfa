/** So many of something: “1 check”, “2 checks”. */
export function counted(count: number, one: string, more = `${one}s`): string {
	return `${count} ${count === 1 ? one : more}`;
}
