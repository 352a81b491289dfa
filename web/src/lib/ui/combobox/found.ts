/** Somebody or something that fits what is typed, and what tells it from others of the name. */
export interface Found {
	id: number | string;
	name: string;
	words?: string;
}

/** What the field of a Combobox is, before it shows what is found and then. */
export interface FieldOfFound {
	id: string | undefined;
	placeholder: string;
	class: string;
	'aria-label': string;
	autocomplete: 'off';
}
