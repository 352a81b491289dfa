/** A part of a control whose code comes once the page has nothing else to do, or the control is used; one for all such controls. */
export class Part<T> {
	/** The part, once it is there. */
	now = $state.raw<T>();

	constructor(private readonly load: () => Promise<{ default: T }>) {}

	/** Fetch it. Fails where there is no connection; it can be asked for again. */
	async fetch(): Promise<void> {
		this.now ??= (await this.load()).default;
	}
}
