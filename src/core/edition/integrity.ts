/** Integrity of a vocabulary: what is at odds with itself, what an import mends, and what it only reports. */
import { LabelKind } from '../lookup/indexing';
import type { LabelIndex } from '../lookup/label-index';
import { fold } from '../text';
import type { Finding, HeadingData, VocabularyData } from '../vocabulary/vocabulary-data';

/** Makes every narrower link two-way by nature: `broader` alone is kept, and related links are mirrored. */
export function completeRelations(data: VocabularyData): {
	findings: Finding[];
	repaired: number;
	refused: number;
} {
	const findings: Finding[] = [];
	const counts = { repaired: 0, refused: 0 };
	const refuse = (n: number, rule: string, message: string) => {
		findings.push({ severity: 'error', rule, subject: data.headings[n].uri, message });
		counts.refused++;
	};
	const name = (n: number) => data.headings[n].labels[0].text;
	data.headings.forEach((heading, n) => {
		if (heading.broader.includes(n)) {
			refuse(n, 'self-relation', `“${name(n)}” is given as broader than itself; that link was left out.`);
			heading.broader = heading.broader.filter((other) => other !== n);
		}
		if (heading.related.includes(n)) {
			refuse(n, 'self-relation', `“${name(n)}” is given as related to itself; that link was left out.`);
			heading.related = heading.related.filter((other) => other !== n);
		}
	});
	// Most headings have none, and no set is made for those.
	const relatedOf = data.headings.map(({ related }) => (related.length > 0 ? new Set(related) : undefined));
	data.headings.forEach((heading, n) => {
		for (const other of heading.related) {
			if (relatedOf[other]?.has(n)) continue;
			(relatedOf[other] ??= new Set()).add(n);
			counts.repaired++;
			findings.push({
				severity: 'note',
				rule: 'one-way-related',
				subject: heading.uri,
				message: `“${name(n)}” is related to “${name(other)}” but not the other way round; the link was completed.`
			});
		}
	});
	data.headings.forEach((heading, n) => {
		const related = relatedOf[n];
		if (related) heading.related = [...related].sort((a, b) => a - b);
	});
	return { findings, ...counts };
}

/** Links that are at odds and that import leaves as they are. O(links). */
export const linkFindings = (data: VocabularyData): Finding[] =>
	[cycles, broaderAndRelated, orphans].flatMap((rule) => rule(data));

/** Groups of headings that are, by broader links, above themselves (Tarjan's strongly connected components, 1972). */
export function cyclesOf(broader: ReadonlyArray<readonly number[]>): number[][] {
	const index = new Int32Array(broader.length).fill(-1);
	const low = new Int32Array(broader.length);
	const onStack = new Uint8Array(broader.length);
	const stack: number[] = [];
	const found: number[][] = [];
	let next = 0;
	for (let root = 0; root < broader.length; root++) {
		if (index[root] >= 0) continue;
		// An explicit stack, as a hierarchy may be deeper than the engine's own.
		const work: { node: number; child: number }[] = [{ node: root, child: 0 }];
		while (work.length > 0) {
			const frame = work[work.length - 1];
			const { node } = frame;
			if (frame.child === 0) {
				index[node] = low[node] = next++;
				stack.push(node);
				onStack[node] = 1;
			}
			const child = broader[node][frame.child++];
			if (child !== undefined) {
				if (index[child] < 0) work.push({ node: child, child: 0 });
				else if (onStack[child]) low[node] = Math.min(low[node], index[child]);
				continue;
			}
			work.pop();
			const parent = work[work.length - 1]?.node;
			if (parent !== undefined) low[parent] = Math.min(low[parent], low[node]);
			if (low[node] === index[node]) {
				const group: number[] = [];
				for (let member = -1; member !== node;) {
					member = stack.pop() as number;
					onStack[member] = 0;
					group.push(member);
				}
				if (group.length > 1) found.push(group.reverse());
			}
		}
	}
	return found;
}

function cycles(data: VocabularyData): Finding[] {
	return cyclesOf(data.headings.map((heading) => heading.broader)).map((group) => {
		const names = group.slice(0, 6).map((n) => `“${data.headings[n].labels[0].text}”`);
		const more = group.length > 6 ? ` and ${group.length - 6} more` : '';
		return {
			severity: 'warning',
			rule: 'cycle',
			subject: data.headings[group[0]].uri,
			message: `${names.join(', ')}${more} are each, by broader links, above themselves. The links were kept; browsing stops where a path would repeat.`
		};
	});
}

/** SKOS allows no heading to be related to what lies above or below it, however far (SKOS Reference, S27). */
function broaderAndRelated(data: VocabularyData): Finding[] {
	const { headings } = data;
	const findings: Finding[] = [];
	// The heading that another was met above, from 1.
	const metAbove = new Uint32Array(headings.length);
	for (const [n, { broader, related, uri, labels }] of headings.entries()) {
		if (related.length === 0 || broader.length === 0) continue;
		const waiting = [...broader];
		for (let above = waiting.pop(); above !== undefined; above = waiting.pop()) {
			if (metAbove[above] === n + 1) continue;
			metAbove[above] = n + 1;
			for (const next of headings[above].broader) waiting.push(next);
		}
		for (const other of related) {
			if (metAbove[other] !== n + 1) continue;
			const [own, theirs] = [labels[0].text, headings[other].labels[0].text];
			findings.push({
				severity: 'warning',
				rule: 'broader-and-related',
				subject: uri,
				message: broader.includes(other)
					? `“${own}” has “${theirs}” as both broader and related; both links were kept.`
					: `“${own}” has “${theirs}” as related, which lies above it in the hierarchy; the links were kept.`
			});
		}
	}
	return findings;
}

function orphans(data: VocabularyData): Finding[] {
	const hasNarrower = new Uint8Array(data.headings.length);
	for (const heading of data.headings) for (const other of heading.broader) hasNarrower[other] = 1;
	// In a flat vocabulary nothing has a place, so nothing is missing one.
	if (!hasNarrower.includes(1)) return [];
	return data.headings.flatMap((heading, n): Finding[] =>
		heading.broader.length === 0 && !hasNarrower[n] && heading.retired === undefined
			? [
					{
						severity: 'note',
						rule: 'orphan',
						subject: heading.uri,
						message: `“${heading.labels[0].text}” has neither a broader nor a narrower heading.`
					}
				]
			: []
	);
}

/**
 * Labels that are at odds with one another and that import leaves as they are. Only labels that are
 * indexed under one form are compared, and few are. O(labels + those compared).
 */
export function labelFindings({ headings }: VocabularyData, labels: LabelIndex): Finding[] {
	const findings: Finding[] = [];
	const tell = (finding: Finding) => void findings.push(finding);
	const { texts, kinds, langs, languages, headings: targets } = labels.parts;
	const preferred = new ByLanguage();
	const folded = new ByLanguage();
	for (const label of labelsAlike(labels)) {
		const [text, lang] = [texts.at(label), languages[langs[label]]];
		const [n] = targets.at(label);
		if (kinds[label] === LabelKind.entry) {
			if (preferred.of(lang).has(text))
				tell({
					severity: 'warning',
					rule: 'entry-equals-heading',
					subject: headings[n].uri,
					message: `“${text}” is an entry term of “${headings[n].labels[0].text}” and also a heading itself; both were kept.`
				});
			continue;
		}
		const foldedText = fold(text);
		const same = preferred.of(lang).get(text);
		const other = same ?? folded.of(lang).get(foldedText);
		if (other !== undefined && other !== n)
			tell({
				severity: 'warning',
				rule: same !== undefined ? 'same-label' : 'labels-alike',
				subject: headings[n].uri,
				message:
					same !== undefined
						? `“${text}” is the heading of two entries in the same language; both were kept.`
						: `“${text}” and “${labelIn(headings[other], lang)}” differ only in capitals, marks, hyphens or spaces; both were kept.`
			});
		preferred.of(lang).set(text, n);
		folded.of(lang).set(foldedText, n);
	}
	return findings;
}

/** Displayed labels that share a form with a preferred one: the preferred first, each group by heading. O(labels). */
function labelsAlike({ parts, preferred }: LabelIndex): number[] {
	const found = new Set<number>();
	for (const group of parts.variant.groups()) {
		if (group[0] >= preferred) continue;
		for (const label of group) if (parts.kinds[label] !== LabelKind.hidden) found.add(label);
	}
	const labels = Uint32Array.from(found).sort();
	const byHeading = (some: Uint32Array) => {
		const headings = Array.from(some, (label) => parts.headings.at(label)[0]);
		const order = Uint32Array.from(some.keys()).sort((a, b) => headings[a] - headings[b] || a - b);
		return Array.from(order, (place) => some[place]);
	};
	return [
		...byHeading(labels.filter((label) => label < preferred)),
		...byHeading(labels.filter((label) => label >= preferred))
	];
}

/** Headings by a text, language by language. */
class ByLanguage {
	private readonly languages = new Map<string, Map<string, number>>();

	of(lang: string): Map<string, number> {
		let headings = this.languages.get(lang);
		if (!headings) this.languages.set(lang, (headings = new Map()));
		return headings;
	}
}

function labelIn({ labels }: HeadingData, lang: string): string {
	return (labels.find((label) => label.lang === lang) ?? labels[0]).text;
}
