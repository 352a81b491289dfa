/** What the officer does with people, classes, rosters and files; each change is sent at once, and says what it makes stale. */
import { createContext } from 'svelte';
import * as fetched from '$lib/api/queries';
import { api, ask, type Shapes } from '$lib/api/client';
import type { Changing } from '$lib/app/changing';

/** How much a guardian sees of a student. */
export type Sees = Shapes['GuardianChange']['sees'];
export type Student = Shapes['SchoolStudentOut'];
export type Person = Shapes['SchoolPersonOut'];
export type SchoolClass = Shapes['ClassOut'];
export type Draft = Shapes['FileDraftOut'];

export class Keeping {
	constructor(
		readonly school_id: number,
		private readonly changing: Changing
	) {}

	#of<T extends object>(rest: T): { path: { school_id: number } & T } {
		return { path: { school_id: this.school_id, ...rest } };
	}

	addStudent(body: Shapes['StudentIn']) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/students', { params: this.#of({}), body }))
		);
	}

	student(student: number, body: Shapes['StudentChange']) {
		return this.changing.make(() =>
			ask(
				api.PATCH('/api/v1/schools/{school_id}/students/{student}', { params: this.#of({ student }), body })
			)
		);
	}

	mergeStudents(student: number, other: number) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/students/{student}/merge', {
					params: this.#of({ student }),
					body: { other }
				})
			)
		);
	}

	giveAccount(student: number, email: string) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/students/{student}/account', {
					params: this.#of({ student }),
					body: { email }
				})
			)
		);
	}

	addGuardian(student: number, body: Shapes['GuardianIn']) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/students/{student}/guardians', {
					params: this.#of({ student }),
					body
				})
			)
		);
	}

	/** From now on a guardian sees so much of a student. */
	limitGuardian(student: number, person: number, sees: Sees) {
		return this.changing.make(() =>
			ask(
				api.PATCH('/api/v1/schools/{school_id}/students/{student}/guardians/{person}', {
					params: this.#of({ student, person }),
					body: { sees }
				})
			)
		);
	}

	removeGuardian(student: number, person: number) {
		return this.changing.make(() =>
			ask(
				api.DELETE('/api/v1/schools/{school_id}/students/{student}/guardians/{person}', {
					params: this.#of({ student, person })
				})
			)
		);
	}

	addPerson(body: Shapes['PersonIn']) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/persons', { params: this.#of({}), body }))
		);
	}

	person(person: number, body: Shapes['PersonChange']) {
		return this.changing.make(() =>
			ask(api.PATCH('/api/v1/schools/{school_id}/persons/{person}', { params: this.#of({ person }), body }))
		);
	}

	mergePersons(person: number, other: number) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/persons/{person}/merge', {
					params: this.#of({ person }),
					body: { other }
				})
			)
		);
	}

	invite(people: number[]) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/invitations', { params: this.#of({}), body: { people } }))
		);
	}

	letters(people: number[]) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/letters', { params: this.#of({}), body: { people } }))
		);
	}

	eraseStudent(student: number) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/students/{student}/erase', { params: this.#of({ student }) }))
		);
	}

	erasePerson(person: number) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/persons/{person}/erase', { params: this.#of({ person }) }))
		);
	}

	register(body: Shapes['RegisterIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/register', { params: this.#of({}), body }))
		);
	}

	forgetRegister() {
		return this.changing.make(() =>
			ask(api.DELETE('/api/v1/schools/{school_id}/register', { params: this.#of({}) }))
		);
	}

	/** Begin a draft from what the register says now. */
	loadRegister(year: number) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/years/{year}/drafts/register', { params: this.#of({ year }) })
			)
		);
	}

	/** Say how the school sends to the register. */
	sending(body: Shapes['SchoolSendingIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/sending', { params: this.#of({}), body }))
		);
	}

	/** Ask the register what it has: its terms, categories, marks and classes. */
	lookAtRegister() {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/sending/look', { params: this.#of({}) }))
		);
	}

	/** Let a tool put scores into some classes; its secret is told now and never again. */
	grantTool(body: Shapes['ToolIn']) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/tools', { params: this.#of({}), body }))
		);
	}

	setToolClasses(tool: number, classes: number[]) {
		return this.changing.make(() =>
			ask(
				api.PUT('/api/v1/schools/{school_id}/tools/{tool}', { params: this.#of({ tool }), body: { classes } })
			)
		);
	}

	revokeTool(tool: number) {
		return this.changing.make(() =>
			ask(api.DELETE('/api/v1/schools/{school_id}/tools/{tool}', { params: this.#of({ tool }) }))
		);
	}

	allowClassMaking(is_allowed: boolean) {
		return this.changing.make(() =>
			ask(
				api.PUT('/api/v1/schools/{school_id}/class-making', {
					params: this.#of({}),
					body: { is_allowed }
				})
			)
		);
	}

	keepFor(body: Shapes['RecordsIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/records', { params: this.#of({}), body }))
		);
	}

	signingIn(body: Shapes['SigningInIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/signing-in', { params: this.#of({}), body }))
		);
	}

	provider(body: Shapes['ProviderIn']) {
		return this.changing.make(() =>
			ask(api.PUT('/api/v1/schools/{school_id}/provider', { params: this.#of({}), body }))
		);
	}

	forgetProvider() {
		return this.changing.make(() =>
			ask(api.DELETE('/api/v1/schools/{school_id}/provider', { params: this.#of({}) }))
		);
	}

	endSecondFactor(person: number) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/persons/{person}/second-factor/end', {
					params: this.#of({ person })
				})
			)
		);
	}

	addClass(body: Shapes['ClassIn']) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/classes', { params: this.#of({}), body }))
		);
	}

	addClasses(body: Shapes['ClassesIn']) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/classes/many', { params: this.#of({}), body }))
		);
	}

	schoolClass(school_class: number, body: Shapes['ClassChange']) {
		return this.changing.make(() =>
			ask(
				api.PATCH('/api/v1/schools/{school_id}/classes/{school_class}', {
					params: this.#of({ school_class }),
					body
				})
			)
		);
	}

	enrol(school_class: number, body: Shapes['StudentsIn']) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/classes/{school_class}/students', {
					params: this.#of({ school_class }),
					body
				})
			)
		);
	}

	leave(school_class: number, body: Shapes['LeaveIn']) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/classes/{school_class}/leave', {
					params: this.#of({ school_class }),
					body
				})
			)
		);
	}

	move(school_class: number, student: number, body: Shapes['MoveIn']) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/classes/{school_class}/students/{student}/move', {
					params: this.#of({ school_class, student }),
					body
				})
			)
		);
	}

	aliases(school_class: number) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/classes/{school_class}/aliases', {
					params: this.#of({ school_class })
				})
			)
		);
	}

	nextYear(year: number) {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/years/{year}/next', { params: this.#of({ year }) }))
		);
	}

	takeOver(year: number, classes: Shapes['TakenOverIn'][]) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/years/{year}/take-over', {
					params: this.#of({ year }),
					body: { classes }
				})
			)
		);
	}

	/** Begin a draft from a file. */
	loadFile(year: number, file: File) {
		const form = new FormData();
		form.set('file', file);
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/years/{year}/drafts/file', {
					params: this.#of({ year }),
					body: { file: file.name },
					bodySerializer: () => form
				})
			)
		);
	}

	loadPasted(year: number, text: string) {
		return this.changing.make(() =>
			ask(
				api.POST('/api/v1/schools/{school_id}/years/{year}/drafts', {
					params: this.#of({ year }),
					body: { text }
				})
			)
		);
	}

	/** What the columns of a file are, and what its silence means. */
	reading(draft: number, body: Shapes['ReadingIn']) {
		return this.changing.make(
			() =>
				ask(api.PATCH('/api/v1/schools/{school_id}/drafts/{draft}', { params: this.#of({ draft }), body })),
			[fetched.inFileDraft(this.school_id)]
		);
	}

	answer(draft: number, answers: Record<string, string>) {
		return this.changing.make(
			() =>
				ask(
					api.PUT('/api/v1/schools/{school_id}/drafts/{draft}/answers', {
						params: this.#of({ draft }),
						body: { answers }
					})
				),
			[fetched.inFileDraft(this.school_id)]
		);
	}

	apply(draft: number) {
		return this.changing.make(
			() =>
				ask(api.POST('/api/v1/schools/{school_id}/drafts/{draft}/apply', { params: this.#of({ draft }) })),
			[fetched.inSchool(this.school_id)]
		);
	}

	throwAway(draft: number) {
		return this.changing.make(() =>
			ask(api.DELETE('/api/v1/schools/{school_id}/drafts/{draft}', { params: this.#of({ draft }) }))
		);
	}

	undoFile() {
		return this.changing.make(() =>
			ask(api.POST('/api/v1/schools/{school_id}/last-file/undo', { params: this.#of({}) }))
		);
	}
}

/** What keeps the school's people, classes and files. */
export const [thisKeeping, provideKeeping] = createContext<Keeping>();
