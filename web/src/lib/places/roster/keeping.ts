/** Changes of who is in a class, by its teacher. */
import { api, ask } from '$lib/api/client';
import type { Changing } from '$lib/app/changing';

export class RosterKeeping {
	constructor(
		private readonly class_id: number,
		private readonly changing: Changing
	) {}

	/** Somebody comes into the class, or back, today. */
	enrol(student: number) {
		const params = { path: { class_id: this.class_id } };
		const body = { students: [student], day: null };
		return this.changing.make(() => ask(api.POST('/api/v1/classes/{class_id}/roster', { params, body })));
	}

	/** A day is somebody's last in the class. */
	leave(student: number, day: string) {
		const params = { path: { class_id: this.class_id } };
		const body = { students: [student], day };
		return this.changing.make(() =>
			ask(api.POST('/api/v1/classes/{class_id}/roster/leave', { params, body }))
		);
	}
}
