/** The groups of a class: what changes them, and who is in which. */
import * as fetched from '$lib/api/queries';
import { api, ask, type Shapes } from '$lib/api/client';
import type { ThisClass } from '$lib/class/thisClass';
import { folded } from '$lib/words/folded';

export type Group = Shapes['StudentGroupOut'];

export class Grouping {
	/** Those that this page has left. */
	readonly #versions = new Map<number, number>();

	constructor(private readonly here: Pick<ThisClass, 'id' | 'changing'>) {}

	make(groups: Shapes['StudentGroupIn'][]) {
		return this.here.changing.make(
			() =>
				ask(
					api.POST('/api/v1/classes/{class_id}/groups', {
						params: { path: { class_id: this.here.id } },
						body: { groups }
					})
				),
			[fetched.inGroups(this.here.id)]
		);
	}

	/** Changes of a group go one after another: each is made from the version that the one before it left. */
	change({ id, version }: Group, change: { name?: string; students?: number[] }) {
		const params = { path: { class_id: this.here.id, group: id } };
		return this.here.changing.make(async () => {
			const body = { version: Math.max(version, this.#versions.get(id) ?? 0), ...change };
			const now = await ask(api.PATCH('/api/v1/classes/{class_id}/groups/{group}', { params, body }));
			for (const each of now) this.#versions.set(each.id, each.version);
		}, [fetched.inGroups(this.here.id)]);
	}

	remove({ id }: Group) {
		const params = { path: { class_id: this.here.id, group: id } };
		return this.here.changing.make(
			() => ask(api.DELETE('/api/v1/classes/{class_id}/groups/{group}', { params })),
			[fetched.inGroups(this.here.id)]
		);
	}

	/** Groups that could be made; each time another draw. */
	async propose(body: Shapes['ProposeIn']): Promise<number[][]> {
		const params = { path: { class_id: this.here.id } };
		return (await ask(api.POST('/api/v1/classes/{class_id}/group-proposal', { params, body }))).groups;
	}
}

/** The group that is called so. */
export function groupNamed(groups: readonly Group[], typed: string): Group | undefined {
	const name = folded(typed.trim());
	return name ? groups.find((each) => folded(each.name) === name) : undefined;
}

/** Names for so many new groups beside those that are there: Group 1, Group 2, … */
export function newNames(groups: readonly Group[], count: number): string[] {
	const taken = new Set(groups.map((each) => folded(each.name)));
	const names: string[] = [];
	for (let number = 1; names.length < count; number++)
		if (!taken.has(folded(`Group ${number}`))) names.push(`Group ${number}`);
	return names;
}
