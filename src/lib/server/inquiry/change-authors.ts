/** Who did what to an inquiry, by its history. */
import type { Person } from '../people';
import { perConnection } from '../db';
import { Cache } from '../caches';
import { changesAfter, namesOfPeople } from './change-rows';
import { allowIn } from './inquiry-access';

/** What the history of an inquiry says up to a change; only what came since is read again. */
interface Known {
	revision: number;
	/** Tells the history from that of another inquiry which had this name before. */
	at: number;
	/** Everybody who changed anything, in the order in which they began. */
	people: Set<string>;
	/** Who changed each row last, and when, by table and identifier. */
	last: Map<string, { by: string; on: string }>;
	/** One reads on at a time. */
	reading: Promise<unknown>;
}

const nothing = (): Known => ({
	revision: 0,
	at: 0,
	people: new Set(),
	last: new Map(),
	reading: Promise.resolve()
});

/** Of so many inquiries. */
const knownNow = perConnection(() => new Cache<Known>(100));

/** O(changes that were not read before). */
async function knownOf(inquiryId: string): Promise<Known> {
	const known = await knownNow().of(inquiryId, () => Promise.resolve(nothing()));
	const done = known.reading.catch(() => {}).then(() => readOn(inquiryId, known));
	known.reading = done;
	await done;
	return known;
}

async function readOn(inquiryId: string, known: Known): Promise<void> {
	let rows = await changesAfter(inquiryId, known.revision - 1);
	const [first] = rows;
	if (known.revision > 0 && (first?.revision !== known.revision || first.at.getTime() !== known.at)) {
		Object.assign(known, { ...nothing(), reading: known.reading });
		rows = await changesAfter(inquiryId, 0);
	}
	for (const { revision, rows: made, personId, at } of rows) {
		if (revision <= known.revision) continue;
		known.people.add(personId);
		for (const { table, id } of made)
			known.last.set(`${table}/${id}`, { by: personId, on: at.toISOString() });
		Object.assign(known, { revision, at: at.getTime() });
	}
}

/** Who did what to an inquiry, by name. */
export interface Deciders {
	/** Everybody who changed anything, in the order in which they began. */
	people: string[];
	/** Who changed each row last, and when (ISO 8601), by table and identifier: `picks/p1`. */
	last: Map<string, { by: string; on: string }>;
}

export async function changeAuthors(inquiryId: string): Promise<Deciders> {
	const { people, last } = await knownOf(inquiryId);
	const names = await namesOfPeople([...people]);
	const nameOf = (id: string) => names.get(id) ?? id;
	return {
		people: [...new Set([...people].map(nameOf))],
		last: new Map(Array.from(last, ([row, { by, on }]) => [row, { by: nameOf(by), on }]))
	};
}

/** The names of all who changed an inquiry, by their identifiers. */
export async function namesOf(
	person: Person | undefined,
	inquiryId: string
): Promise<Record<string, string>> {
	await allowIn(person, 'read', inquiryId);
	const { people } = await knownOf(inquiryId);
	return Object.fromEntries(await namesOfPeople([...people]));
}
