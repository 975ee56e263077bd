/** The subject indexes: listing and making them. */
import { setTimeout as wait } from 'node:timers/promises';
import { and, count, eq, max, or, sql } from 'drizzle-orm';
import type { InferOutput } from 'valibot';
import type { Dialect, LimitDefinition } from '../../../core/search';
import { allow, type Person } from '../people';
import {
	connection,
	dropPartitions,
	editions,
	inquiries,
	picks,
	recordSets,
	references,
	runs,
	sharedWorks,
	subjectIndexes,
	taggedHeadings,
	taggings
} from '../db';
import { currentIndexes, type CurrentIndex } from './editions';
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
	const { code, name, discipline, coverage, letter, hue, leaf, headingNoun, hasChief, standIn } = index;
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
	allow(person, 'read');
	const { db } = connection();
	return db
		.select({ id: inquiries.id, title: inquiries.title, picks: count(picks.id) })
		.from(inquiries)
		.leftJoin(picks, and(eq(picks.inquiryId, inquiries.id), eq(picks.indexCode, code)))
		.where(sql`${code} = any(${inquiries.indexes})`)
		.groupBy(inquiries.id, inquiries.title)
		.orderBy(inquiries.title);
}

/**
 * Removes an index with its editions. Inquiries keep what they recorded for it, by URI and label; only the column is
 * no longer shown until an index of that code is there again.
 */
export async function removeIndex(person: Person | undefined, code: string) {
	allow(person, 'change-indexes');
	const gone = (await listIndexes(person)).find((index) => index.code === code);
	if (!gone) throw new ServiceError(404, 'no-index', `There is no subject index “${code}”.`);
	if (await isLoading(code))
		throw new ServiceError(
			409,
			'index-in-use',
			`${gone.name} is being loaded. Wait for the import to end, or cancel it, and remove the index then.`
		);
	for (let tries = 1; !(await removed(code)); tries++) {
		if (tries === MOST_TRIES)
			throw new ServiceError(
				409,
				'index-in-use',
				`${gone.name} is being read as a whole, perhaps for a backup, so it was not removed. Try again when that has ended.`
			);
		await wait(TRY_AGAIN);
	}
	return gone;
}

const codeTaken = (code: string) =>
	new ServiceError(409, 'code-taken', `There is a subject index “${code}” already.`);

/** As PostgreSQL names it. */
const LOCK_NOT_AVAILABLE = '55P03';
/** A lock that is not had so soon is let go: whoever waits for one keeps others from reading. */
const SOON = '500ms';
const MOST_TRIES = 5;
/** Between two tries, in milliseconds: long enough for those who read meanwhile. */
const TRY_AGAIN = 500;

/** Removes all of an index, or nothing where somebody else holds a part of it. */
async function removed(code: string): Promise<boolean> {
	try {
		await connection().db.transaction(async (tx) => {
			await tx.execute(sql.raw(`set local lock_timeout = '${SOON}'`));
			await tx.select().from(subjectIndexes).where(eq(subjectIndexes.code, code)).for('update');
			const own = await tx.select({ id: editions.id }).from(editions).where(eq(editions.indexCode, code));
			if (own.length > 0) await tx.execute(sql.raw(dropPartitions(own.map(({ id }) => id))));
			for (const table of [taggings, taggedHeadings, references, recordSets])
				await tx.delete(table).where(eq(table.indexCode, code));
			await tx
				.delete(sharedWorks)
				.where(or(eq(sharedWorks.indexCode, code), eq(sharedWorks.otherCode, code)));
			// Their numbers say nothing of the records of an index that is made anew under this code.
			await tx.update(runs).set({ found: null }).where(eq(runs.indexCode, code));
			await tx.delete(subjectIndexes).where(eq(subjectIndexes.code, code));
		});
		return true;
	} catch (error) {
		const { code: fault } = ((error as Error).cause ?? error) as { code?: string };
		if (fault === LOCK_NOT_AVAILABLE) return false;
		throw error;
	}
}

/** Makes an index, with a mark that is still free as far as there are enough. */
export async function createIndex(
	person: Person | undefined,
	fields: InferOutput<typeof newIndex> & Partial<typeof subjectIndexes.$inferInsert>
) {
	allow(person, 'change-indexes');
	const { db } = connection();
	const taken = await currentIndexes();
	if (taken.some(({ index }) => index.code === fields.code)) throw codeTaken(fields.code);
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
		.onConflictDoNothing({ target: subjectIndexes.code })
		.returning();
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
	await connection().db.update(subjectIndexes).set(fields).where(eq(subjectIndexes.code, code));
}
