/** Records as lists and sheets show them. */
import { kindOf, type CslItem } from '../../../core/evidence/citation';
import { allow, type Person } from '../people';
import { currentIndex, type CurrentIndex, editionIndex } from '../vocabulary';
import { ServiceError } from '../errors';
import { linkedRows, numberOfRecord, recordRows, taggingRows } from './record-rows';

export interface TaggedHeading {
	/** Its identifier in the current edition; null where the edition lacks it. */
	id: string | null;
	uri: string;
	label: string;
	chief: boolean;
	aspect: string | null;
	/** Blocks of the strategy in question whose headings it matches. */
	blocks?: string[];
}

export interface RecordLine {
	/** Its number in the index. */
	n: number;
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
	const { code } = current.index;
	const [rows, tags] = await Promise.all([recordRows(code, numbers), taggingRows(code, numbers)]);
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
						n,
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
	const n = await numberOfRecord(code, key);
	if (n === undefined)
		throw new ServiceError(404, 'no-record', `${current.index.name} has no record “${key}”.`);
	const [[line], cites, citedBy] = await Promise.all([
		recordLines(current, [n]),
		linkedRows(code, n, 'cites'),
		linkedRows(code, n, 'citedBy')
	]);
	return { ...line, cites, citedBy };
}
