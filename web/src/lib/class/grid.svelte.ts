/** A class's scores in a term, kept as they are saved: what a saved entry changes goes straight into what is shown. */
import { createQuery, useQueryClient } from '@tanstack/svelte-query';
import type { Shapes } from '$lib/api/client';
import * as fetched from '$lib/api/queries';
import { saving } from '$lib/app/saving/saving.svelte';

/** To be called while a component is made; `of` says which class and term it shows. */
export function useGrid(of: () => { id: number; term: number | undefined }) {
	const queries = useQueryClient();
	const key = () => fetched.scores(of().id, of().term).queryKey;
	/** What was fetched as the running term is known when that term is asked for by name, also without a connection. */
	const running = () => fetched.scores(of().id, undefined).queryKey;
	const grid = createQuery(() => ({
		...fetched.scores(of().id, of().term),
		initialData: () => {
			const known = queries.getQueryData<Shapes['GridOut']>(running());
			return known && known.term_id === of().term ? known : undefined;
		},
		initialDataUpdatedAt: () => queries.getQueryState(running())?.dataUpdatedAt
	}));
	$effect(() =>
		saving.onAnswer((classId, answered, answer) => {
			if (classId !== of().id) return;
			queries.setQueryData<Shapes['GridOut']>(key(), (now) => {
				if (!now || now.term_id !== answered) return now;
				// A row comes with the cells that changed.
				const changed = (row: Shapes['RowOut']) => {
					const found = answer.rows.find((each) => each.student_id === row.student_id);
					return found ? { ...found, cells: { ...row.cells, ...found.cells } } : row;
				};
				return {
					...now,
					columns: now.columns.map(
						(column) => answer.columns.find((each) => each.id === column.id) ?? column
					),
					figures: answer.figures,
					spread: answer.spread,
					rows: now.rows.map(changed)
				};
			});
			// What was asked for before this was saved would put back what is no longer so: it is asked for again.
			if (queries.isFetching({ queryKey: key() })) void fetched.fetchAnew(queries, { queryKey: key() });
		})
	);
	return grid;
}
