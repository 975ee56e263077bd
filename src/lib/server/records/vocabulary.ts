/** What a search asks of the vocabulary of an index: narrower headings, and headings by label. */
import { lookup } from '../../../core/lookup';
import type { LimitDefinition, Narrower, Resolver } from '../../../core/search';
import { fold } from '../../../core/text';
import type { EditionIndex } from '../../../core/vocabulary/edition-index';
import { editionIndex, type CurrentIndex } from '../editions';
import type { IndexSets } from './sets';

const NEAREST = 4;

export interface SearchVocabulary {
	index: EditionIndex | undefined;
	narrower: Narrower;
}

export async function searchVocabulary({
	edition
}: Pick<CurrentIndex, 'edition'>): Promise<SearchVocabulary> {
	const index = edition ? await editionIndex(edition) : undefined;
	const known = new Map<string, readonly string[]>();
	const narrower: Narrower = (uri, cuts) => {
		const name = JSON.stringify([uri, ...cuts]);
		const found = known.get(name) ?? below(index, uri, cuts);
		known.set(name, found);
		return found;
	};
	return { index, narrower };
}

/** The heading itself and all below it; a heading that the vocabulary lacks stands for itself alone. */
function below(index: EditionIndex | undefined, uri: string, cuts: readonly string[]): string[] {
	if (cuts.includes(uri)) return [];
	const n = index?.find(uri);
	if (index === undefined || n === undefined) return [uri];
	const cut = new Set(cuts.flatMap((other) => index.find(other) ?? []));
	return [uri, ...Array.from(index.hierarchy.below(n, cut).headings, (other) => index.uris.at(other))];
}

/** The limits an index offers, with the values its records have where their definition names none. */
export async function limitsOf(
	{ index }: Pick<CurrentIndex, 'index'>,
	sets: IndexSets
): Promise<LimitDefinition[]> {
	const values = await sets.limitValues();
	return index.limits.map((limit) => ({
		...limit,
		values:
			limit.values.length > 0 || limit.kind !== 'choice'
				? limit.values
				: (values.get(limit.field) ?? []).map(({ value }) => value)
	}));
}

export function resolverOf(
	{ index, narrower }: SearchVocabulary,
	limits: readonly LimitDefinition[]
): Resolver {
	return {
		limits,
		narrower,
		heading(label) {
			if (!index) return { uri: label, label };
			const { matches, neighbours } = lookup(index.labels, label, {
				limit: 12,
				label: (n) => index.names.at(n)
			});
			const wanted = fold(label);
			const same = matches.filter(({ text }) => fold(text) === wanted);
			const found = same.find(({ kind }) => kind === 'preferred') ?? same.find(({ together }) => !together);
			if (found) {
				const name = index.names.at(found.heading);
				return {
					uri: index.uris.at(found.heading),
					label: name,
					...(found.kind === 'entry' && { via: found.text })
				};
			}
			const near = [...matches, ...neighbours].map(({ heading }) => index.names.at(heading));
			return { nearest: [...new Set(near)].slice(0, NEAREST) };
		}
	};
}
