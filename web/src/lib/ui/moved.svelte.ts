/**
 * A number that is dragged, or moved by the arrow keys by 1 and with Shift by 0.1. What it would come to is told at once and
 * kept when it is let go of, left, or confirmed by Enter; Esc goes back.
 */
interface Moving {
	value: number;
	least: number;
	most: number;
	/** How much of it one pixel is. */
	per: number;
	/** Told with null once nothing is moved any more. */
	onmove: (value: number | null) => void;
	onkeep: (value: number) => void;
}

export class Moved {
	/** Where it is moved to, until it is kept or left; null where it is not. */
	to = $state<number | null>(null);
	#start = { x: 0, value: 0 };
	#isDragged = false;

	constructor(private readonly given: () => Moving) {}

	get now(): number {
		return this.to ?? this.given().value;
	}

	/** Move it there, as far as it may go. */
	set(to: number): void {
		const { least, most, onmove } = this.given();
		this.to = Math.round(Math.min(Math.max(to, least), most) * 10) / 10;
		onmove(this.to);
	}

	keep = (): void => {
		if (this.to === null) return;
		const { value, onmove, onkeep } = this.given();
		const kept = this.to;
		this.to = null;
		if (kept === value) onmove(null);
		else onkeep(kept);
	};

	drop = (): void => {
		const wasMoved = this.to !== null;
		this.to = null;
		this.#isDragged = false;
		if (wasMoved) this.given().onmove(null);
	};

	onkeydown = (event: KeyboardEvent): void => {
		const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
		if (by) this.set(this.now + by * (event.shiftKey ? 0.1 : 1));
		else if (event.key === 'Enter') this.keep();
		else if (event.key === 'Escape') this.drop();
		else return;
		event.preventDefault();
	};

	onpointerdown = (event: PointerEvent): void => {
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
		this.#start = { x: event.clientX, value: this.now };
		this.#isDragged = true;
	};

	onpointermove = (event: PointerEvent): void => {
		if (this.#isDragged) this.set(this.#start.value + (event.clientX - this.#start.x) * this.given().per);
	};

	onpointerup = (): void => {
		this.#isDragged = false;
		this.keep();
	};
}
