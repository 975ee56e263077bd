/** The forms that a stem matches in the records of an index. */
import { DEFAULT_WORD_FIELD } from '../../../core/crosswalk';
import { tokensOf } from '../../../core/search';
import { perConnection } from '../db';
import { allow, type Person } from '../people';
import { currentIndex } from '../vocabulary';
import { ServiceError } from '../errors';
import {
	eachWord,
	systematicSample,
	type IndexSets,
	readWord,
	setsOf,
	standsOutsideHeadings
} from '../records';
import { Cache } from '../caches';
import { eachTopicOf } from './topic-rows';

const MOST_FORMS = 200;

export interface StemForms {
	/** Most records first. */
	forms: { form: string; records: number }[];
	/** How many forms there are, also of those not listed. */
	total: number;
	/** Records looked at, and records that the stem matches. */
	counted: number;
	records: number;
}

/** The check of a strategy asks for the same stems again and again. */
const formsCache = perConnection(() => new Cache<StemForms>(500));

/**
 * Words that begin with a stem, or are like a mask, where words are looked for. O(words of the records looked at), once while
 * the records are the same.
 */
export async function formsOfStem(
	person: Person | undefined,
	code: string,
	text: string
): Promise<StemForms> {
	allow(person, 'read');
	const tokens = tokensOf(text, false);
	if (typeof tokens === 'string') throw new ServiceError(422, 'unsearchable', tokens);
	const [{ text: stem, stem: isStem, mask }] = tokens;
	if (tokens.length > 1 || !(isStem || mask))
		throw new ServiceError(422, 'no-stem', `“${text}” is not one word with a * or a ? in it.`);
	const isForm = (word: string) => (mask ? mask.test(word) : word.startsWith(stem));
	const { index } = await currentIndex(code);
	const sets = setsOf(index);
	return formsCache().of(`${sets.version} ${text}`, () => formsIn(sets, code, text, isForm));
}

async function formsIn(
	sets: IndexSets,
	code: string,
	text: string,
	isForm: (word: string) => boolean
): Promise<StemForms> {
	const leaf = { kind: 'word' as const, text, capitals: false, field: DEFAULT_WORD_FIELD };
	const found = (await sets.load([leaf])).of(leaf);
	const looked = systematicSample(found.toArray());
	const counts = new Map<string, number>();
	await eachTopicOf(code, [...looked], (vector) =>
		eachWord(vector, (bytes, at, places) => {
			const word = readWord(bytes);
			if (isForm(word) && standsOutsideHeadings(vector, at, places))
				counts.set(word, (counts.get(word) ?? 0) + 1);
		})
	);
	const forms = Array.from(counts, ([form, records]) => ({ form, records }));
	forms.sort((a, b) => b.records - a.records || (a.form < b.form ? -1 : 1));
	return {
		forms: forms.slice(0, MOST_FORMS),
		total: forms.length,
		counted: looked.length,
		records: found.size
	};
}
