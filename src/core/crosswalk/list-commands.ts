/** The reading list of an inquiry: works that were set aside to be read, and what was decided of each. */
import { fold } from '../text';
import { CommandError, type Change, type Command, type Comment, type Inquiry } from './inquiry';
import type { ListCommand, ListEntry } from './list-entry';

const MOST_ENTRIES = 20_000;
const LONGEST = { name: 300, reason: 500, note: 10_000, tag: 100 };
const MOST_TAGS = 50;

/**
 * The rows that a command on the list makes. A work of which a record is on the list already is not put there again.
 * O(entries of the list and of the command).
 * @throws CommandError where an entry is not there, or the list would be too long
 */
export function listRows({ entries }: Inquiry, command: ListCommand): Map<string, ListEntry | null> {
	const rows = new Map<string, ListEntry | null>();
	switch (command.kind) {
		case 'entries.add': {
			const known = new Set(Object.values(entries).flatMap(namesOf));
			let position = Object.values(entries).reduce((most, own) => Math.max(most, own.position + 1), 0);
			for (const { citation = null, ...fresh } of command.entries) {
				if (Object.hasOwn(entries, fresh.id) || rows.has(fresh.id))
					throw new CommandError('invalid', 'This has been saved already.');
				if (fresh.records.length === 0 && !citation)
					throw new CommandError('invalid', 'A work on the list needs a record or a citation.');
				const names = namesOf(fresh);
				if (names.some((name) => known.has(name))) continue;
				for (const name of names) known.add(name);
				rows.set(fresh.id, {
					...fresh,
					title: fresh.title.slice(0, LONGEST.name),
					authors: fresh.authors.slice(0, LONGEST.name),
					source: fresh.source.slice(0, LONGEST.name),
					citation,
					position: position++,
					from: command.from.slice(0, LONGEST.name),
					decision: 'open',
					reason: '',
					note: '',
					tags: [],
					mends: {},
					addedAt: '',
					decidedAt: '',
					decidedBy: ''
				});
			}
			if (Object.keys(entries).length + rows.size > MOST_ENTRIES)
				throw new CommandError('invalid', `A reading list holds at most ${MOST_ENTRIES} works.`);
			break;
		}
		case 'entries.set': {
			const { kind: _, ids, ...said } = command;
			// What is not said stays as it is.
			const settings = Object.fromEntries(
				Object.entries(said).filter(([, value]) => value !== undefined)
			) as typeof said;
			limited(settings.reason, 'A reason', LONGEST.reason);
			limited(settings.note, 'A note', LONGEST.note);
			for (const tag of settings.tags ?? []) limited(tag, 'A tag', LONGEST.tag);
			const tags = settings.tags && cleanTags(settings.tags);
			for (const id of ids) {
				const before = existing(entries, id);
				rows.set(id, { ...before, ...settings, tags: tags ?? before.tags });
			}
			break;
		}
		case 'entries.remove':
			for (const id of command.ids) rows.set(existing(entries, id).id, null);
	}
	return rows;
}

const namesOf = ({ records }: Pick<ListEntry, 'records'>) =>
	records.map(({ indexCode, record }) => `${indexCode}/${record}`);

function existing(entries: Inquiry['entries'], id: string): ListEntry {
	if (!Object.hasOwn(entries, id))
		throw new CommandError(
			'not-found',
			'This work is no longer on the list. It may have been removed elsewhere.'
		);
	return entries[id];
}

function limited(text: string | undefined, what: string, longest: number): void {
	if (text !== undefined && text.length > longest)
		throw new CommandError(
			'invalid',
			`${what} can be ${longest} characters long; this one has ${text.length}.`
		);
}

/** Tags that fold alike are one. */
function cleanTags(tags: readonly string[]): string[] {
	const byFold = new Map<string, string>();
	for (const tag of tags.map((one) => one.trim()))
		if (tag !== '' && !byFold.has(fold(tag))) byFold.set(fold(tag), tag);
	if (byFold.size > MOST_TAGS) throw new CommandError('invalid', `A work can have ${MOST_TAGS} tags.`);
	return [...byFold.values()];
}

/** The works of the list without which a command cannot be carried out; putting works there takes knowing all. O(command). */
export function worksNeeded(command: Command): 'all' | string[] {
	if (command.kind === 'many') {
		const each = command.commands.map(worksNeeded);
		return each.includes('all') ? 'all' : (each as string[][]).flat();
	}
	if (command.kind === 'entries.add') return 'all';
	return command.kind === 'entries.set' || command.kind === 'entries.remove' ? command.ids : [];
}

/** Row changes with when and by whom, where works were put on the list or decided, or something was said. */
export function stamped(changes: readonly Change[], by: string, at: string): Change[] {
	return changes.map((change) => {
		// Who said something, and when, is never what its sender says.
		if (change.table === 'comments' && change.after && !change.before)
			return { ...change, after: { ...(change.after as Comment), by, at } };
		if (change.table !== 'entries' || !change.after) return change;
		const before = change.before as ListEntry | null;
		const after = { ...(change.after as ListEntry) };
		if (!before) after.addedAt ||= at;
		if (after.decision !== (before?.decision ?? 'open'))
			Object.assign(after, { decidedAt: at, decidedBy: by });
		return { ...change, after };
	});
}
