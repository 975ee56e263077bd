/** What a search asks of the vocabulary of an index: narrower headings, and headings by label. */
import { headingsLabelled, lookup } from '../../../core/lookup';
import type { LimitDefinition, Narrower, Resolver } from '../../../core/search';
import type { EditionIndex } from '../../../core/edition/edition-index';
import { type CurrentIndex, editionIndex } from '../vocabulary';
import type { IndexSets, NarrowerIn } from './sets';

const NEAREST = 4;

export interface SearchVocabulary extends NarrowerIn {
	index: EditionIndex | undefined;
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
	return { index, narrower, edition: edition?.id ?? 0 };
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
	{ index }: SearchVocabulary,
	limits: readonly LimitDefinition[],
	{ hasChief }: Pick<CurrentIndex['index'], 'hasChief'>
): Resolver {
	return {
		limits,
		hasChief,
		heading(label) {
			if (!index) return { uri: label, label };
			const found = headingsLabelled(index.labels, label);
			if (found?.headings.length === 1) {
				const [n] = found.headings;
				return {
					uri: index.uris.at(n),
					label: index.names.at(n),
					...(!found.isPreferred && { via: label })
				};
			}
			const { matches, neighbours } = lookup(index.labels, label, {
				limit: 12,
				label: (n) => index.names.at(n)
			});
			const near = [...matches, ...neighbours].map(({ heading }) => index.names.at(heading));
			return { nearest: [...new Set(near)].slice(0, NEAREST) };
		}
	};
}
