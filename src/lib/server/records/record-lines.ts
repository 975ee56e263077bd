/** Records as lists and sheets show them. */
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { kindOf, type CslItem } from '../../../core/evidence/citation';
import { allow, type Person } from '../people';
import { connection, records, references, taggedHeadings, taggings } from '../db';
import { currentIndex, type CurrentIndex, editionIndex } from '../vocabulary';
import { ServiceError } from '../errors';

export interface TaggedHeading {
	/** Its identifier in the current edition; null where the edition lacks it. */
	id: string | null;
	uri: string;
	label: string;
	chief: boolean;
	aspect: string | null;
}

export interface RecordLine {
	id: string;
	item: CslItem;
	kind: string;
	limits: Record<string, string[]>;
	headings: TaggedHeading[];
}

export interface RecordSheet extends RecordLine {
	cites: { id: string; title: string; year: number | null }[];
	citedBy: { id: string; title: string; year: number | null }[];
}

/** Records by number, in the order asked for. Two statements. */
export async function recordLines(current: CurrentIndex, numbers: readonly number[]): Promise<RecordLine[]> {
	if (numbers.length === 0) return [];
	const { db } = connection();
	const code = current.index.code;
	const [rows, tags] = await Promise.all([
		db
			.select({ n: records.n, key: records.key, item: records.csl, limits: records.limits })
			.from(records)
			.where(and(eq(records.indexCode, code), inArray(records.n, [...numbers]))),
		db
			.select({
				n: taggings.n,
				uri: taggedHeadings.uri,
				label: taggedHeadings.label,
				chief: taggings.chief,
				aspect: taggings.aspect
			})
			.from(taggings)
			.innerJoin(
				taggedHeadings,
				and(eq(taggedHeadings.indexCode, taggings.indexCode), eq(taggedHeadings.h, taggings.h))
			)
			.where(and(eq(taggings.indexCode, code), inArray(taggings.n, [...numbers])))
			.orderBy(asc(taggings.n), asc(taggings.position))
	]);
	const index = current.edition ? await editionIndex(current.edition) : undefined;
	const byNumber = new Map(rows.map((row) => [row.n, row]));
	const tagsOf = new Map<number, TaggedHeading[]>();
	for (const { n, uri, label, chief, aspect } of tags) {
		const at = index?.find(uri);
		const tag = {
			id: at === undefined ? null : (index?.keys.at(at) ?? null),
			uri,
			label: at === undefined ? label : (index?.names.at(at) ?? label),
			chief,
			aspect
		};
		tagsOf.set(n, [...(tagsOf.get(n) ?? []), tag]);
	}
	return numbers.flatMap((n) => {
		const row = byNumber.get(n);
		return row
			? [
					{
						id: row.key,
						item: row.item,
						kind: kindOf(row.item),
						limits: row.limits,
						headings: tagsOf.get(n) ?? []
					}
				]
			: [];
	});
}

/** One record with the records it refers to and those that refer to it. */
export async function recordSheet(
	person: Person | undefined,
	code: string,
	key: string
): Promise<RecordSheet> {
	allow(person, 'read');
	const current = await currentIndex(code);
	const { db } = connection();
	const [row] = await db
		.select({ n: records.n })
		.from(records)
		.where(and(eq(records.indexCode, code), eq(records.key, key)));
	if (!row) throw new ServiceError(404, 'no-record', `${current.index.name} has no record “${key}”.`);
	const linked = (
		own: typeof references.n | typeof references.cited,
		other: typeof references.n | typeof references.cited
	) =>
		db
			.select({
				id: records.key,
				title: sql<string>`coalesce(${records.csl}->>'title', '')`,
				year: records.year
			})
			.from(references)
			.innerJoin(records, and(eq(records.indexCode, references.indexCode), eq(records.n, other)))
			.where(and(eq(references.indexCode, code), eq(own, row.n)))
			.orderBy(sql`${records.year} desc nulls last`, asc(records.n))
			.limit(100);
	const [[line], cites, citedBy] = await Promise.all([
		recordLines(current, [row.n]),
		linked(references.n, references.cited),
		linked(references.cited, references.n)
	]);
	return { ...line, cites, citedBy };
}
