/** Records as lists and sheets show them. */
import { kindOf, type CslItem } from '../../../core/evidence/citation';
import { allow, type Person } from '../people';
import { currentIndex, type CurrentIndex, editionIndex } from '../vocabulary';
import { ServiceError } from '../errors';
import { numberOfRecord, recordRows, taggingRows } from './record-rows';

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
	/** Since when its index no longer has it (ISO 8601, UTC); it stays where somebody kept it. */
	withdrawn?: string;
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
						headings: tagsOf.get(n) ?? [],
						...(row.withdrawnAt && { withdrawn: row.withdrawnAt.toISOString() })
					}
				]
			: [];
	});
}

/** One record whole. */
export async function recordSheet(
	person: Person | undefined,
	code: string,
	key: string
): Promise<RecordLine> {
	allow(person, 'read');
	const current = await currentIndex(code);
	const [line] = await recordLines(current, [await recordNumber(current, key)]);
	return line;
}

/** The number of a record by what its index calls it. */
export async function recordNumber({ index }: CurrentIndex, key: string): Promise<number> {
	const n = await numberOfRecord(index.code, key);
	if (n === undefined) throw new ServiceError(404, 'no-record', `${index.name} has no record “${key}”.`);
	return n;
}
