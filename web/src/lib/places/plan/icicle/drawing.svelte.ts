/** How wide each piece of the drawing is, also while a divider is being moved. Widths are percent of the whole. */
import type { Shapes } from '$lib/api/client';

type Category = Shapes['CategoryOut'];
type Assignment = Shapes['AssignmentOut'];

export interface Moves {
	weights?: ((weights: Record<number, string>) => Promise<unknown>) | undefined;
	shares?: ((shares: Record<number, string>) => Promise<unknown>) | undefined;
}

/** At most four decimals, as numbers are kept. */
const text = (value: number) => String(Math.round(value * 10_000) / 10_000);

export class Drawing {
	/** Weights and shares that a divider is being moved to, by "c" or "a" and id. */
	#trial = $state<Record<string, number>>({});

	/** `isStanding`: drawn as the grade stands now, and not as planned. */
	constructor(
		private readonly plan: () => Shapes['PlanOut'],
		private readonly isStanding: () => boolean,
		private readonly moves: () => Moves
	) {}

	/** What a weight is drawn as: weights above 100 in all are drawn in proportion. */
	get scale(): number {
		return Math.min(1, 100 / Math.max(Number(this.plan().weights ?? 100), 1));
	}

	wide(each: Category): number {
		if (this.isStanding()) return each.width_standing;
		const tried = this.#trial[`c${each.id}`];
		return tried === undefined ? each.width : tried * this.scale;
	}

	wideWork(each: Assignment): number {
		if (this.isStanding()) return each.width_standing;
		const category = this.plan().categories.find((one) => one.id === each.category_id);
		const tried = this.#trial[`a${each.id}`];
		const share = tried === undefined ? each.width : (tried * (category?.width ?? 100)) / 100;
		return category && this.#trial[`c${category.id}`] !== undefined && category.width
			? (share * this.wide(category)) / category.width
			: share;
	}

	/** What is drawn of a category's work, or of that in none. */
	within(category: number | null): Assignment[] {
		return this.plan().assignments.filter(
			(each) => each.category_id === category && this.wideWork(each) > 0 && !each.extra
		);
	}

	weight(each: Category): string {
		if (this.isStanding()) return each.width_standing.toFixed(1);
		const tried = this.#trial[`c${each.id}`];
		return tried !== undefined ? text(tried) : this.plan().weights !== null ? each.weight : each.of_grade;
	}

	/** Draw a category with a weight, and its neighbour with what is left of both; null ends that. */
	tryWeights(left: Category, right: Category | undefined, value: number | null): void {
		const sum = Number(left.weight) + Number(right?.weight ?? 0);
		this.#try({
			[`c${left.id}`]: value,
			...(right ? { [`c${right.id}`]: value === null ? null : sum - value } : {})
		});
	}

	async keepWeights(left: Category, right: Category | undefined, value: number): Promise<void> {
		const sum = Number(left.weight) + Number(right?.weight ?? 0);
		const weights = { [left.id]: text(value), ...(right ? { [right.id]: text(sum - value) } : {}) };
		await this.moves()
			.weights?.(weights)
			.finally(() => this.tryWeights(left, right, null));
	}

	tryShares(left: Assignment, right: Assignment, value: number | null): void {
		const sum = Number(left.of_category) + Number(right.of_category);
		this.#try({ [`a${left.id}`]: value, [`a${right.id}`]: value === null ? null : sum - value });
	}

	async keepShares(left: Assignment, right: Assignment, value: number): Promise<void> {
		const sum = Number(left.of_category) + Number(right.of_category);
		await this.moves()
			.shares?.({ [left.id]: text(value), [right.id]: text(sum - value) })
			.finally(() => this.tryShares(left, right, null));
	}

	#try(tried: Record<string, number | null>): void {
		const all = Object.entries({ ...this.#trial, ...tried });
		this.#trial = Object.fromEntries(all.filter((each): each is [string, number] => each[1] !== null));
	}
}
