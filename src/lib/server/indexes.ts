/** The subject indexes: listing and making them. */
import { max } from 'drizzle-orm';
import type { InferOutput } from 'valibot';
import { allow, type Person } from './access';
import { connection } from './db/client';
import { subjectIndexes } from './db/schema';
import { currentIndexes, type CurrentIndex } from './editions';
import { ServiceError } from './errors';
import type { newIndex } from './schemas';

/** Leaves an index may be marked with; drawn in `components/marks`. */
export const LEAVES = ['fern', 'arrow', 'feather', 'round', 'lobed', 'lance', 'heart', 'fan'] as const;

/** A subject index as the interface shows it. */
export async function listIndexes(person: Person | undefined) {
	allow(person, 'read');
	return (await currentIndexes()).map(summary);
}

export type IndexSummary = ReturnType<typeof summary>;

function summary({ index, edition }: CurrentIndex) {
	const { code, name, discipline, coverage, letter, hue, leaf, headingNoun, hasChief, standIn } = index;
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
		edition: edition?.label ?? null,
		loadedAt: edition?.loadedAt.toISOString() ?? null,
		languages: edition?.languages ?? [],
		headings: edition?.headings ?? 0,
		entryTerms: edition?.entryTerms ?? 0,
		hierarchical: edition?.hierarchical ?? false
	};
}

/** Makes an index, with a mark that is still free as far as there are enough. */
export async function createIndex(
	person: Person | undefined,
	fields: InferOutput<typeof newIndex> & Partial<typeof subjectIndexes.$inferInsert>
) {
	allow(person, 'change-indexes');
	const { db } = connection();
	const taken = await currentIndexes();
	if (taken.some(({ index }) => index.code === fields.code))
		throw new ServiceError(409, 'code-taken', `There is a subject index “${fields.code}” already.`);
	const leaf =
		LEAVES.find((name) => !taken.some(({ index }) => index.leaf === name)) ??
		LEAVES[taken.length % LEAVES.length];
	const [{ last }] = await db.select({ last: max(subjectIndexes.position) }).from(subjectIndexes);
	const [index] = await db
		.insert(subjectIndexes)
		.values({
			letter: fields.name[0].toUpperCase(),
			// Steps of the golden angle keep any number of hues apart.
			hue: Math.round(40 + taken.length * 137.5) % 360,
			leaf,
			position: (last ?? -1) + 1,
			...fields
		})
		.returning();
	return summary({ index, edition: null });
}
