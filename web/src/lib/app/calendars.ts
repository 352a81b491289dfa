/** Private addresses of calendars: of a class, of a student's work, or of all one's classes. */
import { api, ask } from '$lib/api/client';

export interface CalendarOf {
	class?: number;
	student?: number;
}

export const calendars = {
	/** Where the calendar is saved from. */
	file({ class: id, student }: CalendarOf): string {
		if (id) return `/api/v1/classes/${id}/calendar.ics`;
		return student ? `/api/v1/families/${student}/calendar.ics` : '/api/v1/own-calendar.ics';
	},

	/** A new address, told this once; an earlier one of the same calendar leads nowhere from now on. */
	async make({ class: class_id, student: student_id }: CalendarOf): Promise<string> {
		const made = class_id
			? ask(api.POST('/api/v1/classes/{class_id}/calendar-address', { params: { path: { class_id } } }))
			: student_id
				? ask(
						api.POST('/api/v1/families/{student_id}/calendar-address', { params: { path: { student_id } } })
					)
				: ask(api.POST('/api/v1/own-calendar-address'));
		return (await made).address;
	},

	stop(calendar_address: number): Promise<unknown> {
		const params = { path: { calendar_address } };
		return ask(api.DELETE('/api/v1/calendar-addresses/{calendar_address}', { params }));
	}
};
