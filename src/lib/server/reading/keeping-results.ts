/** Any result kept as a run; with a text where a text finds just the same records. */
import { leavesOfStrategy, printStrategy, quote, readStrategy, resultOf } from '../../../core/search';
import type { Person } from '../people';
import { resolverOf } from '../records';
import { keepFound } from '../runs';
import type { Found } from '../search';
import type { Filter } from './reading-schema';
import { type Asked, type Kept as KeptBy, resultAsked } from './results';
import { allowIn } from '../inquiry';

export interface Kept {
	number: number;
	/** A text finds just these, so that they can become the strategy. */
	hasText: boolean;
}

/** Keeps what was asked for, as it was found. */
export async function keepResult(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	asked: Asked
): Promise<Kept> {
	await allowIn(person, 'change-inquiry', inquiryId);
	const found = await resultAsked(person, inquiryId, code, asked);
	const cql = (await textFinding(found, asked)) ?? '';
	const { at } = found;
	const number = await keepFound(person, inquiryId, {
		indexCode: at.current.index.code,
		name: nameOf(found),
		cql,
		edition: at.current.edition?.label ?? '',
		recordsRevision: at.sets.revision,
		found: found.result
	});
	return { number, hasText: cql !== '' };
}

const nameOf = ({ title }: Pick<Found, 'title'>) =>
	title
		? [title.before, title.name, title.after]
				.filter(Boolean)
				.join(' ')
				.replace(/^that |^with /, '')
		: '';

/** What a result is called, and the text that finds just the same records; nothing for one that no text finds. */
export async function resultAsText(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	asked: Asked
): Promise<{ name: string; cql: string | undefined }> {
	await allowIn(person, 'read', inquiryId);
	const found = await resultAsked(person, inquiryId, code, asked);
	return { name: nameOf(found), cql: await textFinding(found, asked) };
}

/** Fields whose values a text can ask for. */
const FIELDS: Record<string, string> = {
	source: 'oak.source',
	author: 'dc.creator',
	affiliation: 'oak.affiliation',
	funder: 'oak.funder',
	year: 'dc.date',
	language: 'dc.language',
	type: 'dc.type',
	availability: 'oak.availability'
};
const HEADINGS: Record<string, string> = {
	heading: '=',
	chiefHeading: '=/oak.chief',
	headingWithBroader: '=/oak.narrower'
};

/**
 * A text that finds just these records now. What it asks for is put together from what the result was kept by, and then
 * carried out: a text of words in a field may find more than the value that was meant.
 */
async function textFinding(found: KeptBy, asked: Asked): Promise<string | undefined> {
	const { at, result } = found;
	const text = textOf(found, asked);
	if (text === undefined) return undefined;
	try {
		const { strategy } = readStrategy(text, resolverOf(at.vocabulary, at.limits, at.current.index));
		const again = resultOf(strategy, await at.sets.load(leavesOfStrategy(strategy, false), at.vocabulary));
		return again.size === result.size && again.andSize(result) === result.size ? text : undefined;
	} catch {
		// What cannot be read as a text is not one.
		return undefined;
	}
}

function textOf(
	{ at, strategy, filters }: KeptBy,
	{ opening, run, beside, near, among }: Asked
): string | undefined {
	if (near || among || beside || opening.part !== undefined || opening.which !== undefined) return undefined;
	const clauses = filters.map((one) => clauseOf(at, one));
	if (clauses.some((clause) => clause === undefined)) return undefined;
	const base = run === undefined && opening.whole ? '' : printStrategy(strategy);
	const kept = clauses.flatMap((clause) => (clause && !clause.isOut ? [clause.text] : []));
	const out = clauses.flatMap((clause) => (clause?.isOut ? [clause.text] : []));
	const asks = [...(base ? [filters.length > 0 ? `(${base})` : base] : []), ...kept].join('\nand ');
	return asks === '' ? undefined : [asks, ...out].join('\nnot ');
}

function clauseOf(
	{ vocabulary, limits }: Found['at'],
	{ by, how, values }: Filter
): { text: string; isOut: boolean } | undefined {
	if (how === 'unlabelled') return undefined;
	const relation = HEADINGS[by];
	const field = FIELDS[by] ?? limits.find((limit) => limit.field === by)?.field;
	const clauses = values.map((value) => {
		if (!relation) return field && `${field} = ${quote(value)}`;
		const n = vocabulary.index?.find(value);
		return n !== undefined && vocabulary.index
			? `dc.subject ${relation} ${quote(vocabulary.index.names.at(n))}`
			: undefined;
	});
	if (clauses.length === 0 || clauses.some((clause) => !clause)) return undefined;
	const joined = clauses.join(how === 'all' ? ' and ' : ' or ');
	return { text: clauses.length === 1 ? joined : `(${joined})`, isOut: how === 'out' };
}
