/** Headings of two editions that have no identifier in common, paired by what their labels and entry terms share. */
import { fold } from '../text';
import type { VocabularyData } from '../vocabulary/vocabulary-data';

interface Pairing {
	from: number;
	to: number;
	evidence: string[];
}

interface Following {
	from: number;
	to: number;
	evidence: string;
}

/** What speaks for two being one heading. The same label outweighs all else together. */
const SAME_LABEL = 4;
const LABEL_BECAME_TERM = 0.9;
const TERM_BECAME_LABEL = 0.9;
const TERMS_SHARED = 0.8;
const SAME_BROADER = 0.2;
const SAME_NOTATION = 0.6;
/** Less than this says nothing. */
const ENOUGH = 0.75;
/** A label that stands at more headings than this tells none of them from the others. */
const MOST_ALIKE = 20;

/** The folded labels of a heading: what it is called, and what else leads to it. */
interface Names {
	preferred: Set<string>;
	terms: Set<string>;
}

/** By heading, its own entry terms as they are written; those of several headings together lead to none alone. */
export function entryTermsOf({ headings, entryTerms }: VocabularyData): string[][] {
	const terms: string[][] = headings.map(() => NONE);
	for (const { text, headings: of } of entryTerms) {
		if (of.length !== 1) continue;
		if (terms[of[0]] === NONE) terms[of[0]] = [text];
		else terms[of[0]].push(text);
	}
	return terms;
}
const NONE: string[] = [];

/** Names of headings, folded when they are first asked for: of most nobody asks. */
class NamesOf {
	private readonly known = new Map<number, Names>();

	constructor(
		private readonly data: VocabularyData,
		private readonly terms: readonly string[][]
	) {}

	at(n: number): Names {
		let names = this.known.get(n);
		if (!names) {
			const { labels, hidden } = this.data.headings[n];
			names = {
				preferred: new Set(labels.map(({ text }) => fold(text))),
				terms: new Set([...hidden.map(({ text }) => fold(text)), ...this.terms[n].map(fold)])
			};
			this.known.set(n, names);
		}
		return names;
	}

	/** Where some names stand, as labels too or as entry terms alone. O(labels). */
	places(wanted: ReadonlySet<string>, alsoLabels: boolean): Map<string, number[]> {
		const places = new Map<string, number[]>();
		const look = (text: string, n: number) => {
			const name = fold(text);
			if (!wanted.has(name)) return;
			const known = places.get(name);
			if (!known) places.set(name, [n]);
			else if (known.at(-1) !== n) known.push(n);
		};
		if (wanted.size > 0)
			this.data.headings.forEach(({ labels, hidden }, n) => {
				if (alsoLabels) for (const { text } of labels) look(text, n);
				for (const { text } of hidden) look(text, n);
				for (const text of this.terms[n]) look(text, n);
			});
		return places;
	}
}

/**
 * Pairs headings that only one edition has, the best supported first, each at most once; and says which heading took over
 * the labels of one that is gone and was not paired, or made a heading of an entry term of one that stays.
 * O(labels), and n log n in the pairs that share one.
 * @param toOf by place in the earlier edition, the place of its partner; -1 for none yet
 * @param fromOf the same for the later
 * @param terms entry terms by heading, of both
 */
export function pairByLabels(
	before: VocabularyData,
	after: VocabularyData,
	toOf: Int32Array,
	fromOf: Int32Array,
	terms: { before: readonly string[][]; after: readonly string[][] }
): { pairs: Pairing[]; follows: Following[] } {
	const gone = placesWithout(toOf);
	const fresh = placesWithout(fromOf);
	const [old, now] = [new NamesOf(before, terms.before), new NamesOf(after, terms.after)];
	const atLater = now.places(
		new Set(gone.flatMap((n) => [...old.at(n).preferred, ...old.at(n).terms])),
		true
	);
	const label = (data: VocabularyData, n: number) => `“${data.headings[n].labels[0].text}”`;

	const candidates: (Pairing & { score: number })[] = [];
	for (const from of gone) {
		const near = new Set<number>();
		for (const name of [...old.at(from).preferred, ...old.at(from).terms]) {
			const places = atLater.get(name) ?? [];
			if (places.length <= MOST_ALIKE) for (const to of places) if (fromOf[to] < 0) near.add(to);
		}
		for (const to of near) {
			const evidence: string[] = [];
			let score = 0;
			const weigh = (holds: boolean, weight: number, reason: string) => {
				if (!holds) return;
				score += weight;
				evidence.push(reason);
			};
			const same = meets(old.at(from).preferred, now.at(to).preferred);
			weigh(same, SAME_LABEL, 'the same label');
			weigh(
				!same && meets(old.at(from).preferred, now.at(to).terms),
				LABEL_BECAME_TERM,
				'its label is an entry term now'
			);
			weigh(
				!same && meets(old.at(from).terms, now.at(to).preferred),
				TERM_BECAME_LABEL,
				'the label was an entry term of it'
			);
			const share = jaccard(old.at(from).terms, now.at(to).terms);
			weigh(share > 0, TERMS_SHARED * share, 'entry terms in common');
			const { notation } = before.headings[from];
			weigh(
				notation !== undefined && notation === after.headings[to].notation,
				SAME_NOTATION,
				'the same notation'
			);
			weigh(
				before.headings[from].broader.some((above) =>
					after.headings[to].broader.some(
						(other) => toOf[above] === other || meets(old.at(above).preferred, now.at(other).preferred)
					)
				),
				SAME_BROADER,
				'the same broader heading'
			);
			if (score >= ENOUGH) candidates.push({ from, to, evidence, score });
		}
	}
	const pairs = settled(candidates, before, after);
	const paired = { from: new Set(pairs.map(({ from }) => from)), to: new Set(pairs.map(({ to }) => to)) };
	const follows: Following[] = [];
	for (const from of gone) {
		if (paired.from.has(from)) continue;
		// What took over its label comes before what took over some of its entry terms.
		const heirs = heirsOf(old.at(from), now, atLater);
		for (const to of heirs.byLabel)
			follows.push({ from, to, evidence: `its label is an entry term of ${label(after, to)} now` });
		if (heirs.byLabel.length === 0)
			for (const to of heirs.byTerms)
				follows.push({ from, to, evidence: `its entry terms lead to ${label(after, to)} now` });
	}
	const left = fresh.filter((to) => !paired.to.has(to));
	const atEarlier = old.places(new Set(left.flatMap((to) => [...now.at(to).preferred])), false);
	for (const to of left) {
		for (const name of now.at(to).preferred)
			for (const from of atEarlier.get(name) ?? [])
				if (toOf[from] >= 0 && !follows.some((other) => other.from === from && other.to === to))
					follows.push({ from, to, evidence: `${label(after, to)} was an entry term of it` });
	}
	return { pairs, follows };
}

/** The best first; a heading that two lay claim to without its label is what they were joined in, and stays unpaired. */
function settled(
	candidates: (Pairing & { score: number })[],
	before: VocabularyData,
	after: VocabularyData
): Pairing[] {
	const claims = new Map<number, number>();
	for (const { to, evidence } of candidates)
		if (evidence.includes('its label is an entry term now')) claims.set(to, (claims.get(to) ?? 0) + 1);
	candidates.sort((a, b) => b.score - a.score || a.from - b.from || a.to - b.to);
	const [from, to] = [new Set<number>(), new Set<number>()];
	const pairs: Pairing[] = [];
	for (const one of candidates) {
		if (from.has(one.from) || to.has(one.to)) continue;
		const isSame = one.evidence[0] === 'the same label';
		if (!isSame && (claims.get(one.to) ?? 0) > 1) continue;
		from.add(one.from);
		to.add(one.to);
		const [was, is] = [before.headings[one.from], after.headings[one.to]];
		pairs.push({
			from: one.from,
			to: one.to,
			evidence: [`another identifier (${was.key}, now ${is.key})`, ...one.evidence]
		});
	}
	return pairs;
}

/** Who has the label of a heading now, and who has two or more of its entry terms, or one of them as its label. */
function heirsOf(
	{ preferred, terms }: Names,
	now: NamesOf,
	atLater: ReadonlyMap<string, readonly number[]>
): { byLabel: number[]; byTerms: number[] } {
	const placesOf = (name: string) => {
		const places = atLater.get(name) ?? [];
		return places.length <= MOST_ALIKE ? places : [];
	};
	const byLabel = new Set([...preferred].flatMap(placesOf));
	const shared = new Map<number, number>();
	for (const term of terms)
		for (const to of placesOf(term))
			shared.set(to, (shared.get(to) ?? 0) + (now.at(to).preferred.has(term) ? 2 : 1));
	return {
		byLabel: [...byLabel],
		byTerms: [...shared].filter(([, count]) => count >= 2).map(([to]) => to)
	};
}

function placesWithout(partner: Int32Array): number[] {
	const places: number[] = [];
	partner.forEach((other, n) => {
		if (other < 0) places.push(n);
	});
	return places;
}

function meets(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
	for (const text of a) if (b.has(text)) return true;
	return false;
}

function jaccard(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
	let both = 0;
	for (const text of a) if (b.has(text)) both++;
	return both === 0 ? 0 : both / (a.size + b.size - both);
}
