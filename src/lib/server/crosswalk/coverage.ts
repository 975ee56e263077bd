/** What the cells of a crosswalk bring in records: coverage of each concept in each index. */
import { cellId, type Inquiry } from '../../../core/crosswalk';
import { canSearch, evaluate, leavesOf, lineExpression, RecordSet, strategyOf } from '../../../core/search';
import type { Person } from '../people';
import { type CurrentIndex, currentIndexes } from '../vocabulary';
import { allowIn, loadInquiry, coalescedView, WITHOUT_WORKS } from '../inquiry';
import { findRecordsIn } from '../search';
import { searchVocabulary, setsOf } from '../records';

export interface CellCoverage {
	/** Records that the searched picks find. */
	headings: number;
	/** Records that the picks or the words find. Coverage is the one of the other. */
	all: number;
	/** Records that each searched pick finds, by its identifier. */
	picks: Record<string, number>;
}

/** Coverage by cell, for the indexes that have records. A few statements for each index, and one for each word not asked before. */
export async function coverageOf(
	person: Person | undefined,
	inquiryId: string
): Promise<Record<string, CellCoverage>> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry, indexes } = await loaded(inquiryId);
	return coverageIn(inquiry, indexes);
}

async function loaded(inquiryId: string) {
	const [{ inquiry }, indexes] = await Promise.all([loadInquiry(inquiryId, WITHOUT_WORKS), currentIndexes()]);
	return { inquiry, indexes };
}

/** The same of an inquiry that is at hand. */
export async function coverageIn(
	inquiry: Inquiry,
	indexes: readonly CurrentIndex[]
): Promise<Record<string, CellCoverage>> {
	const wanted = indexes.filter(
		({ index }) => index.records > 0 && inquiry.about.indexes.includes(index.code)
	);
	const found: Record<string, CellCoverage> = {};
	const count = async (current: CurrentIndex) => {
		const { code } = current.index;
		const blocks = strategyOf(inquiry, code).blocks.map(({ id, lines }) => ({
			id,
			lines: lines.filter(canSearch)
		}));
		const expressions = blocks.flatMap(({ lines }) => lines.map(lineExpression));
		const sets = await setsOf(current.index).load(leavesOf(expressions), await searchVocabulary(current));
		for (const { id, lines } of blocks) {
			const each = lines.map((line) => ({ line, set: evaluate(lineExpression(line), sets) }));
			const byHeadings = each.filter(({ line }) => line.kind === 'heading');
			found[cellId(id, code)] = {
				headings: RecordSet.union(byHeadings.map(({ set }) => set)).size,
				all: RecordSet.union(each.map(({ set }) => set)).size,
				picks: Object.fromEntries(byHeadings.map(({ line, set }) => [line.id, set.size]))
			};
		}
	};
	await Promise.all(wanted.map(count));
	return found;
}

/** What the frame of an inquiry and its crosswalk show in records. */
export interface Figures {
	cells: Record<string, CellCoverage>;
	/** What the strategy of each chosen index finds; null where it cannot be run yet. */
	found: Record<string, number | null>;
}

export async function figuresOf(person: Person | undefined, inquiryId: string): Promise<Figures> {
	await allowIn(person, 'read', inquiryId);
	return coalescedView(inquiryId, 'figures', () => figuresNow(inquiryId));
}

async function figuresNow(inquiryId: string): Promise<Figures> {
	const { inquiry, indexes } = await loaded(inquiryId);
	const known = new Set(indexes.map(({ index }) => index.code));
	const codes = inquiry.about.indexes.filter((code) => known.has(code));
	const [cells, counts] = await Promise.all([
		coverageIn(inquiry, indexes),
		Promise.all(codes.map((code) => findRecordsIn(inquiry, code)))
	]);
	const found = codes.map((code, i) => {
		const { faults, result } = counts[i];
		return [code, faults.length > 0 ? null : result.size] as const;
	});
	return { cells, found: Object.fromEntries(found) };
}
