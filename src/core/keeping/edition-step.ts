/** What happened to headings from one edition to the next, asked heading by heading and branch by branch. */
import type { EditionDifference, HeadingChange, HeadingName } from '../edition/difference';
import type { EditionIndex } from '../edition/edition-index';
import { headingsLabelled } from '../lookup';

/** An edition, as the rows of an inquiry name it, with its packed form. */
export interface NamedEdition {
	label: string;
	index: EditionIndex;
}

/** Headings that are below a pick now and were not, or the other way round. */
export interface BelowChange {
	came: HeadingName[];
	went: HeadingName[];
}

export class EditionStep {
	private readonly byHeading = new Map<string, HeadingChange[]>();
	/** What a heading of the earlier edition is called in the later one, where its identifier changed. */
	private readonly laterUri = new Map<string, string>();
	/** Headings that have something below them come, go or move, by place in each edition. */
	private readonly stirredBefore: Uint8Array;
	private readonly stirredNow: Uint8Array;

	constructor(
		readonly before: NamedEdition,
		readonly now: NamedEdition,
		{ changes }: EditionDifference
	) {
		this.stirredBefore = new Uint8Array(before.index.size);
		this.stirredNow = new Uint8Array(now.index.size);
		for (const change of changes) {
			const { from, to, kinds } = change;
			if (from) {
				const known = this.byHeading.get(from.uri);
				if (known) known.push(change);
				else this.byHeading.set(from.uri, [change]);
			}
			const isTheSame = from && to && !kinds.includes('retired') && !kinds.includes('split');
			if (isTheSame && from.uri !== to.uri) this.laterUri.set(from.uri, to.uri);
			if (kinds.some((kind) => kind !== 'noteChanged')) {
				stir(before.index, from?.uri, this.stirredBefore);
				stir(now.index, to?.uri, this.stirredNow);
			}
		}
	}

	/** What happened to a heading of the earlier edition. O(1). */
	changesOf(uri: string): readonly HeadingChange[] {
		return this.byHeading.get(uri) ?? [];
	}

	/** A heading of the earlier edition as the later one has it; nothing where it is gone. */
	later(uri: string): HeadingName | undefined {
		return nameIn(this.now.index, this.laterUri.get(uri) ?? uri);
	}

	/**
	 * What came to, and went from, below a heading; cut branches are left out in both.
	 * O(1) where nothing below it changed, else O(headings below).
	 */
	below(uri: string, cuts: readonly string[]): BelowChange {
		const [before, now] = [this.before.index, this.now.index];
		const [then, here] = [before.find(uri), now.find(this.laterUri.get(uri) ?? uri)];
		if (then === undefined || here === undefined) return NOTHING;
		if (!this.stirredBefore[then] && !this.stirredNow[here]) return NOTHING;
		const cutThen = new Set(cuts.flatMap((cut) => before.find(cut) ?? []));
		const cutNow = new Set(cuts.flatMap((cut) => now.find(this.laterUri.get(cut) ?? cut) ?? []));
		const old = new Map<string, number>();
		for (const n of before.hierarchy.below(then, cutThen).headings) {
			const own = before.uris.at(n);
			old.set(this.laterUri.get(own) ?? own, n);
		}
		const came: HeadingName[] = [];
		for (const n of now.hierarchy.below(here, cutNow).headings)
			if (!old.delete(now.uris.at(n))) came.push(nameAt(now, n));
		return { came, went: Array.from(old.values(), (n) => nameAt(before, n)) };
	}

	/** Headings that a word leads to in the later edition, where it led to none in the earlier. O(log labels). */
	madeReachable(word: string): HeadingName[] {
		if (headingsLabelled(this.before.index.labels, word)) return [];
		const found = headingsLabelled(this.now.index.labels, word)?.headings ?? [];
		return found.map((n) => nameAt(this.now.index, n));
	}
}

const NOTHING: BelowChange = { came: [], went: [] };

const nameAt = (index: EditionIndex, n: number): HeadingName => ({
	id: index.keys.at(n),
	uri: index.uris.at(n),
	label: index.names.at(n)
});

function nameIn(index: EditionIndex, uri: string): HeadingName | undefined {
	const n = index.find(uri);
	return n === undefined ? undefined : nameAt(index, n);
}

/** Marks all that lie above a heading. */
function stir(index: EditionIndex, uri: string | undefined, stirred: Uint8Array): void {
	const n = uri === undefined ? undefined : index.find(uri);
	if (n === undefined) return;
	for (const above of index.hierarchy.above(n)) stirred[above] = 1;
}
