/** Reads a SKOS vocabulary from a stream of RDF statements, whatever syntax they came in. This file is long: every statement may change what an earlier one meant, so one class holds them all. */
import { iri } from './skos-names';
import type { LabelIndex } from '../lookup/label-index';
import { completeRelations, labelFindings, linkFindings } from '../edition/integrity';
import type {
	CollectionData,
	EntryTermData,
	Finding,
	HeadingData,
	ImportCounts,
	LangText,
	MappingData,
	VocabularyData
} from '../vocabulary/vocabulary-data';
import { added, addLabel, SkosStatements, type Draft, type Statement } from './skos-statements';

export interface VocabularyReading {
	data: VocabularyData;
	counts: ImportCounts & {
		statements: number;
		headings: number;
		entryTerms: number;
		relations: number;
		notes: number;
	};
	findings: Finding[];
	/** How many findings there were of each rule, also of those not listed. */
	findingCounts: Record<string, number>;
}

/** Addresses of what has none, as RDF 1.1 (section 3.5) recommends them. */
const GENID = 'https://oakmoss.example/.well-known/genid/';
/** A label longer than this is refused: no index prints such a heading, and it would be a note in the wrong place. */
export const LONGEST_LABEL = 1_000;
/** Findings listed of any one rule; the rest are counted. */
const MOST_FINDINGS_PER_RULE = 1_000;

/** A label of printable ASCII without stray spaces needs no mending; most are. */
const PLAIN = /^[!-~]+(?: [!-~]+)*$/;

/**
 * Takes statements in any order with `add` and gives the vocabulary with `finish`. Memory grows with the vocabulary,
 * not with the number of statements that have nothing to do with it.
 */
export class SkosReader {
	private readonly statements = new SkosStatements((finding) => this.report(finding));
	private readonly findings: Finding[] = [];
	private readonly findingCounts: Record<string, number> = {};
	private readonly counts = {
		read: 0,
		kept: 0,
		repaired: 0,
		refused: 0,
		headings: 0,
		entryTerms: 0,
		relations: 0,
		notes: 0
	};

	/** Takes a statement in. O(1). */
	add(statement: Statement): void {
		this.statements.add(statement);
	}

	/** Takes in what whoever read the syntax found. */
	note(finding: Finding): void {
		this.report(finding);
	}

	/**
	 * The vocabulary, with all that was found on the way to it and among its links. What its labels have in common is
	 * found by `inspectLabels`, once they are indexed.
	 */
	finish(): VocabularyReading {
		const { counts } = this;
		const concepts = [...this.statements.drafts].filter(([uri, draft]) => this.isHeading(uri, draft));
		this.headingsAndMore(concepts);
		const addresses = this.lasting(concepts);
		const headings: HeadingData[] = [];
		const place = new Map<string, number>();
		const entryTerms: EntryTermData[] = [];
		const keys = uniqueKeys(concepts.map(([uri]) => addresses.get(uri) ?? uri));
		const kept: Draft[] = [];
		for (const [uri, draft] of concepts) {
			counts.read++;
			this.resolveNodes(uri, draft);
			const labels = this.preferredLabels(uri, draft);
			if (labels.length === 0) {
				this.refuse(
					'missing-label',
					uri,
					'This heading has no preferred label, so it cannot be shown; it was left out.'
				);
				// What hangs on a refused heading is refused with it, and counted so that the sums agree.
				const { entry, hidden, preferred } = draft.labels;
				const lost = [entry, hidden, preferred, draft.notes, draft.links].reduce(
					(sum, { length }) => sum + length,
					0
				);
				counts.read += lost;
				counts.refused += lost;
				continue;
			}
			counts.kept++;
			place.set(uri, headings.length);
			const address = addresses.get(uri) ?? uri;
			headings.push({
				uri: address,
				key: keys.get(address) as string,
				labels,
				hidden: [],
				...readNotations(draft),
				notes: this.notes(uri, draft),
				introduced: draft.introduced,
				retired: draft.retired ?? (draft.deprecated ? 0 : undefined),
				broader: [],
				related: [],
				replaces: [],
				aspects: draft.aspects ? [...new Set(draft.aspects)] : []
			});
			kept.push(draft);
		}
		kept.forEach((draft, n) => this.entryTerms(draft, n, headings[n], entryTerms));
		const oneWay = this.links(kept, headings, place);
		this.compoundEntryTerms(entryTerms, place);
		const schemes = this.schemesWith(concepts, place);
		const collections = this.collectionsOf(place, schemes);
		const mappings = this.mappingsOf(kept, headings);
		this.strayLabels();
		this.notTaken(schemes);
		const data: VocabularyData = { headings, entryTerms, collections };
		if (mappings.length > 0) data.mappings = mappings;
		const completed = completeRelations(data);
		completed.findings.forEach((finding) => this.report(finding));
		counts.repaired += completed.repaired + oneWay;
		counts.refused += completed.refused;
		counts.kept -= completed.refused;
		linkFindings(data).forEach((finding) => this.report(finding));
		counts.headings = headings.length;
		counts.entryTerms = entryTerms.length;
		counts.relations = headings.reduce(
			(sum, { broader, related }) => sum + broader.length + related.length / 2,
			0
		);
		return {
			data,
			counts: { ...counts, statements: this.statements.count },
			findings: this.findings,
			findingCounts: this.findingCounts
		};
	}

	/**
	 * What is said to be a concept is a heading, whatever else it is said to be. What only has a label is one where it is
	 * neither a collection nor a scheme.
	 */
	private isHeading(uri: string, { isConcept, isTyped }: Draft): boolean {
		return this.isGroup(uri) ? isTyped === true : isConcept;
	}

	/** Whether it is a collection or a scheme, whatever else it is. */
	private isGroup(uri: string): boolean {
		return this.statements.collections.has(uri) || this.statements.schemes.has(uri);
	}

	/** Says which headings are collections or schemes as well. */
	private headingsAndMore(concepts: readonly [string, Draft][]): void {
		for (const [uri] of concepts)
			if (this.isGroup(uri))
				this.report({
					severity: 'warning',
					rule: 'heading-and-more',
					subject: uri,
					message: `It is said to be a concept and a ${this.statements.collections.has(uri) ? 'collection' : 'scheme'}; it was kept as a heading.`
				});
	}

	/** Addresses for headings that a file gives none: made of their labels, so that they are the same in its next edition. */
	private lasting(concepts: readonly [string, Draft][]): Map<string, string> {
		const made = new Map<string, string>();
		const used = new Set<string>();
		for (const [uri, draft] of concepts) {
			if (!this.statements.blanks.has(uri)) continue;
			const label = draft.labels.preferred[0]?.text ?? '';
			const base = GENID + slugOf(label);
			let address = base;
			for (let n = 2; used.has(address); n++) address = `${base}-${n}`;
			used.add(address);
			made.set(uri, address);
			this.repair(
				'no-address',
				address,
				`“${label.slice(0, 80)}” has no address in the file; it was given one made of its label.`
			);
		}
		return made;
	}

	/** What the file says beyond what is kept, with how often. */
	private notTaken(schemes: ReadonlyMap<string, unknown>): void {
		// The title of the whole vocabulary is its index's; those of schemes that are groups name them.
		for (const [uri, titles] of this.statements.titles)
			if (!this.statements.schemes.has(uri) && !schemes.has(uri))
				for (const { name } of titles) this.statements.leave(name, uri);
		for (const uri of this.statements.schemes)
			if (!schemes.has(uri) && this.statements.drafts.has(uri) && !this.statements.draft(uri).isTyped)
				this.leaveOfGroup(uri, 'scheme');
		for (const [name, { count, subject }] of this.statements.notTaken)
			this.report({
				severity: 'note',
				rule: 'statement-not-kept',
				subject,
				message: `${name} is said ${count === 1 ? 'once' : `${count} times`}; nothing is kept of it.`
			});
	}

	/** What is at odds among the labels, added to the findings of a reading. */
	inspectLabels({ data }: VocabularyReading, labels: LabelIndex): void {
		labelFindings(data, labels).forEach((finding) => this.report(finding));
	}

	private report(finding: Finding): void {
		const count = (this.findingCounts[finding.rule] ?? 0) + 1;
		this.findingCounts[finding.rule] = count;
		if (count <= MOST_FINDINGS_PER_RULE) this.findings.push(finding);
	}

	private refuse(rule: string, subject: string, message: string): void {
		this.counts.refused++;
		this.report({ severity: 'error', rule, subject, message });
	}

	private repair(rule: string, subject: string, message: string): void {
		this.counts.repaired++;
		this.report({ severity: 'note', rule, subject, message });
	}

	private resolveNodes(uri: string, draft: Draft): void {
		for (const { kind, node } of draft.labelNodes ?? []) {
			const literal = this.statements.literals.get(node);
			if (literal) addLabel(draft, kind, { ...literal });
			else {
				this.counts.read++;
				this.refuse(
					'label-without-text',
					uri,
					'A label is given as a resource that has no text; it was left out.'
				);
			}
		}
		for (const { kind, node } of draft.noteNodes ?? []) {
			const literal = this.statements.literals.get(node);
			if (literal) draft.notes = added(draft.notes, { kind, ...literal });
		}
	}

	/** The text with control characters and stray white space mended, or undefined where nothing or too much is left. */
	private cleanLabel(uri: string, text: string): string | undefined {
		const clean = PLAIN.test(text) ? text : text.replace(/[\u0000-\u001f\u007f-\u009f\s]+/g, ' ').trim();
		if (clean === '') {
			this.refuse('empty-label', uri, 'A label is empty; it was left out.');
			return undefined;
		}
		if (clean.length > LONGEST_LABEL) {
			this.refuse(
				'label-too-long',
				uri,
				`A label of ${clean.length} characters (“${clean.slice(0, 40)} …”) is longer than ${LONGEST_LABEL}; it was left out.`
			);
			return undefined;
		}
		if (clean !== text)
			this.repair('label-mended', uri, `White space or control characters in “${clean}” were fixed.`);
		return clean;
	}

	private preferredLabels(uri: string, draft: Draft): LangText[] {
		const labels: LangText[] = [];
		for (const given of draft.labels.preferred) {
			const { lang, text } = given;
			const clean = this.cleanLabel(uri, text);
			if (clean === undefined) {
				this.counts.read++;
				continue;
			}
			const rival = labels.length > 0 ? labels.find((label) => label.lang === lang) : undefined;
			const label = mended(given, clean);
			if (!rival) labels.push(label);
			else if (rival.text !== clean) {
				addLabel(draft, 'entry', label);
				this.repair(
					'second-label',
					uri,
					`Two preferred labels in one language: “${rival.text}” was kept and “${clean}” became an entry term.`
				);
			}
		}
		// Most headings have one label, about which there is nothing more to say.
		if (labels.length < 2) return labels;
		const byLanguage = (lang: string) => (lang === 'en' || lang.startsWith('en-') ? 0 : lang === '' ? 1 : 2);
		labels.sort((a, b) => byLanguage(a.lang) - byLanguage(b.lang));
		if (labels.some(({ lang }) => lang === '') && labels.some(({ lang }) => lang !== ''))
			this.report({
				severity: 'note',
				rule: 'no-language',
				subject: uri,
				message: `“${labels.find(({ lang }) => lang === '')?.text}” has no language although other labels do; it was kept as it is.`
			});
		return labels;
	}

	private notes(uri: string, draft: Draft): HeadingData['notes'] {
		this.counts.notes += draft.notes.length;
		this.counts.read += draft.notes.length;
		return draft.notes.flatMap((note) => {
			const text = note.text.replace(/[\u0000-\u0008\u000b-\u001f\u007f]+/g, ' ').trim();
			if (text === '') {
				this.counts.notes--;
				this.refuse('empty-note', uri, 'A note is empty; it was left out.');
				return [];
			}
			this.counts.kept++;
			return [text === note.text ? note : { ...note, text }];
		});
	}

	private entryTerms(draft: Draft, n: number, heading: HeadingData, entryTerms: EntryTermData[]): void {
		// A handful of labels is looked through faster than it is hashed.
		const seen: LangText[] = [...heading.labels];
		const headings = [n];
		const { entry, hidden } = draft.labels;
		const many = entry.length + hidden.length > 40 ? new Set(seen.map(nameOf)) : undefined;
		for (let i = 0; i < entry.length + hidden.length; i++) {
			const isHidden = i >= entry.length;
			const given = isHidden ? hidden[i - entry.length] : entry[i];
			const { lang, text } = given;
			this.counts.read++;
			const clean = this.cleanLabel(heading.uri, text);
			if (clean === undefined) continue;
			if (many ? many.has(nameOf({ lang, text: clean })) : isAmong(seen, lang, clean)) {
				this.refuse(
					'same-label',
					heading.uri,
					`“${clean}” stands twice under “${heading.labels[0].text}”; once was kept.`
				);
				continue;
			}
			this.counts.kept++;
			const label = mended(given, clean);
			if (many) many.add(nameOf(label));
			else seen.push(label);
			if (isHidden) heading.hidden.push(label);
			else entryTerms.push({ lang, text: clean, headings });
		}
	}

	/** Files the links between kept headings; answers how many were written in one direction only. */
	private links(drafts: Draft[], headings: HeadingData[], place: Map<string, number>): number {
		// A file that only ever writes one direction does so on purpose; only a mixed one has gaps.
		const isMixed = (['broader', 'narrower'] as const).every((wanted) =>
			drafts.some(({ links }) => links.some(({ kind }) => kind === wanted))
		);
		const stated = { broader: new Set<string>(), narrower: new Set<string>() };
		drafts.forEach((draft, n) => {
			for (const { kind, target } of draft.links) {
				const other = place.get(target);
				this.counts.read++;
				if (other === undefined) {
					this.refuse(
						'unknown-target',
						headings[n].uri,
						`“${headings[n].labels[0].text}” points to ${target}, which is no heading of this file; the link was left out.`
					);
					continue;
				}
				this.counts.kept++;
				if (kind === 'related') {
					if (!headings[n].related.includes(other)) headings[n].related.push(other);
				} else if (kind === 'replaces') headings[n].replaces.push(other);
				else if (kind === 'replacedBy') headings[other].replaces.push(n);
				else {
					const [child, parent] = kind === 'broader' ? [n, other] : [other, n];
					headings[child].broader.push(parent);
					if (isMixed) stated[kind].add(`${child} ${parent}`);
				}
			}
		});
		headings.forEach((heading, n) => {
			heading.broader = distinct(heading.broader);
			heading.replaces = distinct(heading.replaces).filter((other) => other !== n);
		});
		return isMixed ? this.oneWay(headings, stated) : 0;
	}

	private oneWay(headings: HeadingData[], stated: { broader: Set<string>; narrower: Set<string> }): number {
		let count = 0;
		headings.forEach(({ broader }, child) => {
			for (const parent of broader) {
				const link = `${child} ${parent}`;
				if (stated.broader.has(link) && stated.narrower.has(link)) continue;
				if (child === parent) continue;
				count++;
				this.report({
					severity: 'note',
					rule: 'one-way-hierarchy',
					subject: headings[child].uri,
					message: `“${headings[parent].labels[0].text}” is broader than “${headings[child].labels[0].text}” in one direction only; the link was completed.`
				});
			}
		});
		return count;
	}

	private compoundEntryTerms(entryTerms: EntryTermData[], place: Map<string, number>): void {
		for (const [node, targets] of this.statements.compounds) {
			this.counts.read++;
			const label = this.statements.literals.get(node);
			const headings = [...new Set(targets.flatMap((target) => place.get(target) ?? []))];
			const text = label && this.cleanLabel(node, label.text);
			if (label && text === undefined) continue;
			if (!label || text === undefined || headings.length < 2 || headings.length < new Set(targets).size) {
				this.refuse(
					'entry-without-heading',
					node,
					`The compound entry term ${text ? `“${text}”` : node} needs a text and at least two headings of this file; it was left out.`
				);
				continue;
			}
			this.counts.kept++;
			entryTerms.push({ lang: label.lang, text, headings });
		}
	}

	/**
	 * Headings of each scheme, where the file has several: each is then a group. A scheme that holds every heading is the
	 * vocabulary itself.
	 */
	private schemesWith(
		concepts: readonly [string, Draft][],
		place: ReadonlyMap<string, number>
	): Map<string, number[]> {
		const members = new Map<string, number[]>();
		for (const [uri, { schemes = [] }] of concepts) {
			const n = place.get(uri);
			if (n === undefined) continue;
			for (const scheme of this.statements.schemesOf(uri, schemes)) {
				const known = members.get(scheme);
				if (known) known.push(n);
				else members.set(scheme, [n]);
			}
		}
		const several = members.size > 1;
		for (const [scheme, { length }] of members)
			if (!this.statements.groups.has(scheme) && (!several || length === place.size)) members.delete(scheme);
		// By their addresses: where a file first names them says nothing.
		return new Map([...members].sort(([a], [b]) => (a < b ? -1 : 1)));
	}

	private collectionsOf(
		place: ReadonlyMap<string, number>,
		schemes: ReadonlyMap<string, readonly number[]>
	): CollectionData[] {
		// One that is a concept too was kept as a heading.
		const wanted = [...this.statements.collections.keys()].filter(
			(uri) => !this.statements.draft(uri).isTyped
		);
		const labelled = new Map(
			[...wanted, ...schemes.keys()].map((uri) => {
				this.counts.read++;
				return [uri, this.labelsOfGroup(uri, schemes.has(uri))];
			})
		);
		const kept = this.keptCollections(wanted, labelled, place);
		const at = new Map([...kept.keys(), ...schemes.keys()].map((uri, i) => [uri, i]));
		const found: CollectionData[] = [];
		for (const [uri, members] of kept)
			found.push({
				uri: this.addressOfGroup(uri, labelled.get(uri) as LangText[]),
				labels: labelled.get(uri) as LangText[],
				members: members.map((member) => place.get(member) ?? { collection: at.get(member) as number }),
				...(this.statements.ordered.has(uri) && { isOrdered: true as const })
			});
		for (const [uri, members] of schemes)
			found.push({
				uri,
				labels: labelled.get(uri) as LangText[],
				members: [...members],
				isScheme: true
			});
		this.counts.kept += found.length;
		return found;
	}

	private labelsOfGroup(uri: string, isScheme: boolean): LangText[] {
		const draft = this.statements.draft(uri);
		this.resolveNodes(uri, draft);
		this.leaveOfGroup(uri, isScheme ? 'scheme' : 'collection');
		const labels = this.preferredLabels(uri, draft);
		if (labels.length > 0 || !isScheme) return labels;
		const titles = this.statements.titles.get(uri) ?? [];
		const named = titles.map(({ lang, text }) => ({ lang, text: text.trim() })).filter(({ text }) => text);
		return named.length > 0 ? firstOfEach(named) : [{ lang: '', text: uri }];
	}

	/** Says what is not kept of a collection or scheme. */
	private leaveOfGroup(uri: string, what: string): void {
		const { labels, notes, notations = [] } = this.statements.draft(uri);
		for (const _ of [...labels.entry, ...labels.hidden])
			this.statements.leave(`a further label of a ${what}`, uri);
		for (const _ of notes) this.statements.leave(`a note of a ${what}`, uri);
		for (const _ of notations) this.statements.leave(`a notation of a ${what}`, uri);
	}

	/** The members of each collection that are there; one that has a label and holds something is kept. */
	private keptCollections(
		wanted: readonly string[],
		labelled: ReadonlyMap<string, LangText[]>,
		place: ReadonlyMap<string, number>
	): Map<string, string[]> {
		const members = new Map(wanted.map((uri) => [uri, [...new Set(this.statements.membersOf(uri))]]));
		for (const [uri, list] of members)
			for (const member of list)
				if (!place.has(member) && !members.has(member)) {
					this.counts.read++;
					this.refuse(
						'unknown-target',
						uri,
						`The collection “${labelled.get(uri)?.[0]?.text ?? uri}” has ${member} as a member, which is no heading of this file; it was left out.`
					);
				}
		// One that has a label and leads to a heading, by itself or through others, is kept.
		const kept = new Set<string>();
		for (let before = -1; before !== kept.size;) {
			before = kept.size;
			for (const [uri, list] of members)
				if (labelled.get(uri)?.length && list.some((member) => place.has(member) || kept.has(member)))
					kept.add(uri);
		}
		for (const uri of members.keys())
			if (!kept.has(uri))
				this.refuse(
					'empty-collection',
					uri,
					`The collection “${labelled.get(uri)?.[0]?.text ?? uri}” needs a label and at least one heading of this file; it was left out.`
				);
		return new Map(
			wanted.flatMap((uri) => {
				const own = (members.get(uri) ?? []).filter(
					(member) => place.has(member) || (member !== uri && kept.has(member))
				);
				return kept.has(uri) ? [[uri, own]] : [];
			})
		);
	}

	/** A collection without an address gets one made of its label, as a heading does. */
	private addressOfGroup(uri: string, [{ text }]: readonly LangText[]): string {
		return this.statements.blanks.has(uri) ? `${GENID}collection-${slugOf(text)}` : uri;
	}

	/** What headings are to those of other vocabularies. */
	private mappingsOf(drafts: readonly Draft[], headings: readonly HeadingData[]): MappingData[] {
		const found = new Map<string, MappingData>();
		for (const [heading, { mappings = [] }] of drafts.entries())
			for (const { relation, target } of mappings) {
				this.counts.read++;
				if (/^[a-z][a-z0-9+.-]*:\S+$/i.test(target)) {
					this.counts.kept++;
					found.set(`${heading} ${relation} ${target}`, { heading, relation, target });
				} else
					this.refuse(
						'unknown-target',
						headings[heading].uri,
						`“${headings[heading].labels[0].text}” is mapped to “${target.slice(0, 80)}”, which is no address; the mapping was left out.`
					);
			}
		return [...found.values()];
	}

	/** Entry terms of something that is not a heading at all. */
	private strayLabels(): void {
		for (const [uri, draft] of this.statements.drafts) {
			if (draft.isConcept || this.isGroup(uri)) continue;
			const { preferred, entry, hidden } = draft.labels;
			for (const { text } of [...preferred, ...entry, ...hidden]) {
				this.counts.read++;
				this.refuse(
					'entry-without-heading',
					uri,
					`“${text.slice(0, 80)}” leads to no heading of this file; it was left out.`
				);
			}
		}
	}
}

/** A label with its text as it is kept; the same where nothing was mended, as it is for most. */
const mended = (label: LangText, clean: string): LangText =>
	label.text === clean ? label : { lang: label.lang, text: clean };

/** A label as the end of an address. */
const slugOf = (label: string) =>
	iri(
		label
			.trim()
			.toLowerCase()
			.replace(/[\s/#?%]+/g, '-')
	);

/** The first in each language. */
const firstOfEach = (texts: readonly LangText[]) =>
	texts.filter(({ lang }, i) => texts.findIndex((other) => other.lang === lang) === i);

/** The notation that is shown, and all of them where that is not all there is to say. */
function readNotations({ notations = [] }: Draft): Pick<HeadingData, 'notation' | 'notations'> {
	if (notations.length === 0) return { notation: undefined };
	const all = notations.filter(
		({ text, type }, i) => notations.findIndex((other) => other.text === text && other.type === type) === i
	);
	const [{ text, type }] = all;
	return all.length === 1 && type === undefined ? { notation: text } : { notation: text, notations: all };
}

const distinct = (list: number[]) => (list.length > 1 ? [...new Set(list)] : list);

function isAmong(labels: readonly LangText[], lang: string, text: string): boolean {
	for (const label of labels) if (label.text === text && label.lang === lang) return true;
	return false;
}

/** A label and its language as one text. */
const nameOf = ({ lang, text }: LangText) => `${lang}\n${text}`;

/** Short identifiers for URIs: the part after the last separator where it is plain and unique, else a hash. */
export function uniqueKeys(uris: readonly string[]): Map<string, string> {
	const locals = uris.map((uri) => {
		let end = uri.length;
		while (end > 0 && (uri[end - 1] === '/' || uri[end - 1] === '#')) end--;
		let start = end;
		while (start > 0 && !'/#:'.includes(uri[start - 1])) start--;
		return uri.slice(start, end);
	});
	const uses = new Map<string, number>();
	for (const local of locals) uses.set(local, (uses.get(local) ?? 0) + 1);
	return new Map(
		uris.map((uri, i) => {
			const local = locals[i];
			const plain = /^[A-Za-z0-9][A-Za-z0-9._-]{0,79}$/.test(local) && uses.get(local) === 1;
			return [uri, plain ? local : `u-${longHash(uri)}`];
		})
	);
}

/** 53-bit hash (cyrb53 mixing over two 32-bit lanes), in base 36. */
function longHash(text: string): string {
	let a = 0xdeadbeef;
	let b = 0x41c6ce57;
	for (let i = 0; i < text.length; i++) {
		const unit = text.charCodeAt(i);
		a = Math.imul(a ^ unit, 2654435761);
		b = Math.imul(b ^ unit, 1597334677);
	}
	a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909);
	b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909);
	return (4294967296 * (2097151 & b) + (a >>> 0)).toString(36);
}
