/** Undo and redo: the last change that stands is taken back, or the last one taken back is carried out again. */
import { invert, obstacle, rowName } from '../../../core/crosswalk';
import { inTransaction } from '../db';
import { ServiceError } from '../errors';
import type { Person } from '../people';
import { afterChange } from './after-change';
import { nextToRedo, nextToUndo, reversible, setChangeState } from './change-rows';
import { allowIn } from './inquiry-access';
import { logChange, type Outcome, ownOf } from './inquiry-changes';
import { entriesOf, writeRows } from './inquiry-rows';
import { loadInquiry, WITHOUT_WORKS } from './loading';

/** Takes back the last standing change, or carries the last undone one out again. */
export async function undoOrRedo(
	person: Person | undefined,
	id: string,
	kind: 'undo' | 'redo',
	client = ''
): Promise<Outcome> {
	const asking = await allowIn(person, 'change-inquiry', id);
	const { id: personId } = asking;
	const own = ownOf(asking);
	const outcome = await inTransaction(async (tx) => {
		const { inquiry: found, revision } = await loadInquiry(id, { ...WITHOUT_WORKS, on: tx, forChange: true });
		const target = await (kind === 'undo' ? nextToUndo(tx, id, own) : nextToRedo(tx, id, own));
		if (!target) throw new ServiceError(409, `nothing-to-${kind}`, `There is nothing to ${kind}.`);
		const rows = kind === 'undo' ? invert(target.rows) : target.rows;
		const works = rows.flatMap(({ table, id: work }) => (table === 'entries' ? [work] : []));
		const inquiry = { ...found, entries: await entriesOf(id, works, tx) };
		const blocked = obstacle(inquiry, rows);
		if (blocked)
			throw new ServiceError(
				409,
				'changed-since',
				`“${target.summary}” cannot be ${kind === 'undo' ? 'undone' : 'redone'}: ${rowName(blocked.before ?? blocked.after)} has changed since.`
			);
		await writeRows(tx, id, rows);
		await setChangeState(tx, id, target.revision, kind === 'undo' ? 'undone' : 'standing');
		const summary = `${kind === 'undo' ? 'Undone' : 'Redone'}: ${target.summary}`;
		const entry = { revision, personId, client, kind, target: target.revision, summary, rows };
		const next = await logChange(tx, id, entry);
		return { revision: next, changes: rows, summary, ...(await reversible(id, own, tx)) };
	});
	await afterChange(id, outcome.revision);
	return outcome;
}
