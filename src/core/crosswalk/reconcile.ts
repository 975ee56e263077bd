/** A command that was given before its sender saw what others did: carried out now, or met by theirs. */
import { apply, invert } from './changes';
import { collisions, rowName, type Collision } from './collisions';
import { execute } from './commands';
import { CommandError, type Change, type Command, type Inquiry, type Row } from './inquiry';

/** Something that somebody else did. */
export interface Done {
	rows: readonly Change[];
}

/** The changes that a command makes, with what they are made to, or what they meet and who did that. */
export type Reconciled<T extends Done> =
	{ made: Change[]; inquiry: Inquiry } | { met: Collision[]; others: T[] };

/**
 * Carries a command out on the inquiry as it stands, unless that would overwrite what its sender had not seen.
 * O(changes made × changes of the others).
 * @param others what others have done since the sender looked, oldest first
 * @param force the sender knows of it and wants this all the same: what was removed is put back first
 * @throws CommandError where the command cannot be carried out at all
 */
export function reconcile<T extends Done>(
	inquiry: Inquiry,
	command: Command,
	others: readonly T[],
	force = false
): Reconciled<T> {
	let made: Change[];
	try {
		made = execute(inquiry, command);
	} catch (error) {
		if (!(error instanceof CommandError)) throw error;
		// What the command is about may have been removed by somebody else in the meantime.
		const removal =
			error.code === 'not-found' ? others.findLast(({ rows }) => removedBy(rows, command)) : undefined;
		if (!removal) throw error;
		const what = rowName(removedBy(removal.rows, command)?.before ?? null);
		if (!force)
			return {
				met: [{ what, part: 'as a whole', yours: 'changed', theirs: 'removed' }],
				others: [removal]
			};
		const restored = invert(removal.rows);
		const before = apply(inquiry, restored);
		return { made: [...restored, ...execute(before, command)], inquiry: before };
	}
	if (force || others.length === 0) return { made, inquiry };
	const seen = (change: Change): Row | null => {
		for (const { rows } of others) {
			const first = rows.find(({ table, id }) => table === change.table && id === change.id);
			if (first) return first.before;
		}
		return change.before;
	};
	const met = collisions(made, seen);
	if (met.length === 0) return { made, inquiry };
	const touched = new Set(made.map(({ table, id }) => `${table}/${id}`));
	return {
		met,
		others: others.filter(({ rows }) => rows.some(({ table, id }) => touched.has(`${table}/${id}`)))
	};
}

/** The row that a command is about, where these changes removed it. */
function removedBy(rows: readonly Change[], command: Command): Change | undefined {
	const named = new Set<unknown>(Object.values(command).flat());
	return rows.find(({ id, after }) => after === null && named.has(id));
}
