/** What the sentences of the comment bank are for. */
export const purposes = [
	'opening',
	'praise',
	'next step',
	'effort',
	'missing work',
	'closing',
	'short feedback'
];
