/** The roles of a school, as School lists them, and how an account stands, in words. */
import type { Role } from '$lib/api/queries';
import type { Shapes } from '$lib/api/client';

export const roles: readonly (readonly [Role, string])[] = [
	['student', 'Students'],
	['guardian', 'Guardians'],
	['teacher', 'Teachers'],
	['officer', 'Officers']
];

export const one: Record<Role, string> = {
	student: 'student',
	guardian: 'guardian',
	teacher: 'teacher',
	officer: 'records officer'
};

export const accounts: Record<Shapes['PersonRow']['account'], string> = {
	none: 'no account',
	to_invite: 'to invite',
	invited: 'invited',
	active: 'signs in',
	inactive: 'deactivated'
};
