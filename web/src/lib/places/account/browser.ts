/** A browser by what it says of itself: its family and the system, as far as they are told. */
export function browser(agent: string): string {
	const family =
		/Firefox\//.exec(agent) ? 'Firefox'
		: /Edg\//.exec(agent) ? 'Edge'
		: /Chrom(e|ium)\//.exec(agent) ? 'Chromium or one like it'
		: /Safari\//.exec(agent) ? 'Safari'
		: 'A browser'; // prettier-ignore
	const system = /Android|iPhone|iPad|Windows|Mac OS X|Linux/.exec(agent)?.[0];
	return system ? `${family} on ${system}` : family;
}
