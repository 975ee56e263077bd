/** The subject indexes: listing and making them. */
import { setTimeout as wait } from 'node:timers/promises';
import type { InferOutput } from 'valibot';
import type { Dialect, LimitDefinition } from '../../../core/search';
import { seenAmong } from '../inquiry';
import { allow, noteForAdministrators, type Person } from '../people';
import {
	currentIndexes,
	type CurrentIndex,
	deleteIndex,
	inquiriesUsing,
	insertIndex,
	type NewIndexRow,
	updateIndex
} from './index-rows';
import { ServiceError } from '../errors';
import { isLoading } from '../jobs';
import type { newIndex } from './subject-index-schema';

/** Leaves an index may be marked with; drawn in `components/marks`. */
export const LEAVES = ['fern', 'arrow', 'feather', 'round', 'lobed', 'lance', 'heart', 'fan'] as const;

/** A subject index as the interface shows it. */
export async function listIndexes(person: Person | undefined) {
	allow(person, 'read');
	return (await currentIndexes()).map(summary);
}

export type IndexSummary = ReturnType<typeof summary>;

function summary({ index, edition }: CurrentIndex) {
	const { code, name, discipline, coverage, letter, hue, leaf, headingNoun, hasChief, standIn, own } = index;
	const { records, limits } = index;
	return {
		code,
		name,
		discipline,
		coverage,
		letter,
		hue,
		leaf,
		headingNoun,
		hasChief,
		standIn,
		own,
		records,
		limits,
		edition: edition?.label ?? null,
		loadedAt: edition?.loadedAt.toISOString() ?? null,
		languages: edition?.languages ?? [],
		headings: edition?.headings ?? 0,
		entryTerms: edition?.entryTerms ?? 0,
		hierarchical: edition?.hierarchical ?? false
	};
}

/** The inquiries that use an index: their titles, and how many picks of each are from it. */
export async function usesOf(person: Person | undefined, code: string) {
	const asking = allow(person, 'read');
	const uses = await inquiriesUsing(code);
	const seen = await seenAmong(
		asking,
		uses.map(({ id }) => id)
	);
	const others = uses.filter(({ id }) => !seen.has(id));
	if (others.length === 0) return uses;
	const picks = others.reduce((sum, use) => sum + use.picks, 0);
	const title = `${others.length} ${others.length === 1 ? 'inquiry' : 'inquiries'} of other people`;
	return [...uses.filter(({ id }) => seen.has(id)), { id: '', title, picks }];
}

/**
 * Removes an index with its editions. Inquiries keep what they recorded for it, by URI and label; only the column is
 * no longer shown until an index of that code is there again.
 */
export async function removeIndex(person: Person | undefined, code: string) {
	const { id, name: by } = allow(person, 'change-indexes');
	const gone = (await listIndexes(person)).find((index) => index.code === code);
	if (!gone) throw new ServiceError(404, 'no-index', `There is no subject index “${code}”.`);
	if (await isLoading(code))
		throw new ServiceError(
			409,
			'index-in-use',
			`${gone.name} is being loaded. Wait for the import to end, or cancel it, and remove the index then.`
		);
	for (let tries = 1; !(await deleteIndex(code)); tries++) {
		if (tries === MOST_TRIES)
			throw new ServiceError(
				409,
				'index-in-use',
				`${gone.name} is being read as a whole, perhaps for a backup, so it was not removed. Try again when that has ended.`
			);
		await wait(TRY_AGAIN);
	}
	await noteForAdministrators('removed', id, `${by} removed the index ${gone.name}.`);
	return gone;
}

const codeTaken = (code: string) =>
	new ServiceError(409, 'code-taken', `There is a subject index “${code}” already.`);

const MOST_TRIES = 5;
/** Between two tries, in milliseconds: long enough for those who read meanwhile. */
const TRY_AGAIN = 500;

/** Makes an index, with a mark that is still free as far as there are enough. */
export async function createIndex(
	person: Person | undefined,
	fields: InferOutput<typeof newIndex> & Partial<NewIndexRow>
) {
	allow(person, 'change-indexes');
	const taken = await currentIndexes();
	if (taken.some(({ index }) => index.code === fields.code)) throw codeTaken(fields.code);
	const leaf =
		LEAVES.find((name) => !taken.some(({ index }) => index.leaf === name)) ??
		LEAVES[taken.length % LEAVES.length];
	const index = await insertIndex({
		letter: fields.name[0].toUpperCase(),
		// Steps of the golden angle keep any number of hues apart.
		hue: Math.round(40 + taken.length * 137.5) % 360,
		leaf,
		...fields
	});
	// Somebody else made it in the same moment.
	if (!index) throw codeTaken(fields.code);
	return summary({ index, edition: null });
}

/** Settles which limits the records of an index carry, and how its search box words a strategy. */
export async function describeSearching(
	person: Person | undefined,
	code: string,
	fields: { limits?: LimitDefinition[]; dialect?: Dialect | null }
): Promise<void> {
	allow(person, 'change-indexes');
	await updateIndex(code, fields);
}
