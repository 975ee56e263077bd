/** The statements of a SKOS vocabulary sorted by what they are about, whatever their order. */
import {
	MAPPING_RELATIONS,
	type Finding,
	type LangText,
	type MappingRelation,
	type Notation,
	type NoteKind
} from '../vocabulary/vocabulary-data';
import { MATCHES, names } from './skos-names';

/** The parts of an RDF/JS statement that are looked at. */
export interface Statement {
	subject: { termType: string; value: string };
	predicate: { value: string };
	object: { termType: string; value: string; language?: string; datatype?: { value: string } };
}

export type LabelKind = 'preferred' | 'entry' | 'hidden';
type LinkKind = 'broader' | 'narrower' | 'related' | 'replaces' | 'replacedBy';

/** A title with the property that gives it. */
interface Title extends LangText {
	name: string;
}

/** What statements say of one resource. */
export interface Draft {
	isConcept: boolean;
	/** The file says in so many words that it is a concept. */
	isTyped?: true;
	labels: Record<LabelKind, LangText[]>;
	/** Labels and notes given as resources, resolved at the end. Few headings have any, so there is no list for most. */
	labelNodes?: { kind: LabelKind; node: string }[];
	noteNodes?: { kind: NoteKind; node: string }[];
	notes: ({ kind: NoteKind } & LangText)[];
	links: { kind: LinkKind; target: string }[];
	notations?: Notation[];
	/** Headings of other vocabularies. Few files say any. */
	mappings?: { relation: MappingRelation; target: string }[];
	/** Schemes that it belongs to. */
	schemes?: readonly string[];
	introduced?: number;
	retired?: number;
	deprecated: boolean;
	aspects?: string[];
}

const LABELS: Record<string, LabelKind> = {
	[names.prefLabel]: 'preferred',
	[names.altLabel]: 'entry',
	[names.hiddenLabel]: 'hidden',
	[names.xlPrefLabel]: 'preferred',
	[names.xlAltLabel]: 'entry',
	[names.xlHiddenLabel]: 'hidden'
};
const NOTES: Record<string, NoteKind> = {
	[names.scopeNote]: 'scope',
	[names.historyNote]: 'history',
	[names.changeNote]: 'change',
	[names.definition]: 'definition',
	[names.editorialNote]: 'editorial',
	[names.note]: 'general',
	[names.example]: 'example'
};
const LINKS: Record<string, LinkKind> = {
	[names.broader]: 'broader',
	[names.broaderGeneric]: 'broader',
	[names.broaderPartitive]: 'broader',
	[names.broaderInstantial]: 'broader',
	[names.narrower]: 'narrower',
	[names.narrowerGeneric]: 'narrower',
	[names.narrowerPartitive]: 'narrower',
	[names.narrowerInstantial]: 'narrower',
	[names.related]: 'related',
	[names.replaces]: 'replaces',
	[names.isReplacedBy]: 'replacedBy'
};

const MAPPINGS: Record<string, MappingRelation | undefined> = Object.fromEntries(
	MAPPING_RELATIONS.map((relation) => [MATCHES[relation], relation])
);
/** Which vocabulary a heading is of. */
const MEMBERSHIP: ReadonlySet<string> = new Set([names.inScheme, names.topConceptOf]);
/** Datatypes that say nothing of a text. */
const PLAIN_TYPE = /#(string|langString)$/;

/**
 * Memory grows with the vocabulary, not with the number of statements that have nothing to do with it.
 */
export class SkosStatements {
	readonly drafts = new Map<string, Draft>();
	private lastUri = '';
	private lastDraft: Draft | undefined;
	readonly literals = new Map<string, LangText>();
	readonly compounds = new Map<string, string[]>();
	/** Collections and schemes have labels too, and are no headings. */
	readonly collections = new Map<string, string[]>();
	readonly schemes = new Set<string>();
	/** Schemes that are groups within the vocabulary, in so many words. */
	readonly groups = new Set<string>();
	/** What things are called by names that are no labels of SKOS; schemes mostly are. */
	readonly titles = new Map<string, Title[]>();
	/** Schemes that name a heading as one of their top ones. */
	private readonly topOf = new Map<string, string[]>();
	/** One list for all that are in one scheme alone, as most are. */
	private readonly alone = new Map<string, string[]>();
	readonly ordered = new Set<string>();
	private readonly memberLists = new Map<string, string>();
	private readonly listCells = new Map<string, { first?: string; rest?: string }>();
	/** Resources that a file gives no address. */
	readonly blanks = new Set<string>();
	/** Statements that nothing is kept of, by what they say: how many, and of what first. */
	readonly notTaken = new Map<string, { count: number; subject: string }>();
	/** How many there were. */
	count = 0;

	/** @param report is told of what cannot be read */
	constructor(private readonly report: (finding: Finding) => void) {}

	add({ subject, predicate, object }: Statement): void {
		this.count++;
		const name = predicate.value;
		const isLiteral = object.termType === 'Literal';
		if (subject.termType === 'BlankNode') this.blanks.add(subject.value);
		if (LABELS[name]) {
			const draft = this.draft(subject.value);
			const kind = LABELS[name];
			if (isLiteral) addLabel(draft, kind, { lang: object.language ?? '', text: object.value });
			else (draft.labelNodes ??= []).push({ kind, node: object.value });
			if (kind === 'preferred') draft.isConcept = true;
		} else if (NOTES[name]) {
			const draft = this.draft(subject.value);
			if (isLiteral) {
				const { value: text, language: lang = '' } = object;
				draft.notes = added(draft.notes, { kind: NOTES[name], lang, text });
			} else (draft.noteNodes ??= []).push({ kind: NOTES[name], node: object.value });
		} else if (LINKS[name]) {
			const draft = this.draft(subject.value);
			draft.links = added(draft.links, { kind: LINKS[name], target: object.value });
		} else if (name === names.type) {
			if (object.value === names.concept) {
				const draft = this.draft(subject.value);
				draft.isConcept = true;
				draft.isTyped = true;
			}
			if (object.value === names.compoundEntryTerm) this.compound(subject.value);
			if (object.value === names.collection || object.value === names.orderedCollection)
				listIn(this.collections, subject.value);
			if (object.value === names.orderedCollection) this.ordered.add(subject.value);
			if (object.value === names.conceptScheme) this.schemes.add(subject.value);
			if (object.value === names.group) this.groups.add(subject.value);
		} else if (name === names.literalForm || name === names.value) {
			if (isLiteral) this.literals.set(subject.value, { lang: object.language ?? '', text: object.value });
		} else if (name === names.useTogether) {
			this.compound(subject.value).push(object.value);
		} else if (name === names.member) {
			listIn(this.collections, subject.value).push(object.value);
		} else if (name === names.memberList) {
			listIn(this.collections, subject.value);
			this.ordered.add(subject.value);
			this.memberLists.set(subject.value, object.value);
		} else if (name === names.first || name === names.rest) {
			const cell = this.listCells.get(subject.value) ?? {};
			cell[name === names.first ? 'first' : 'rest'] = object.value;
			this.listCells.set(subject.value, cell);
		} else if (name === names.notation) {
			const type = object.datatype?.value;
			const notation: Notation = { text: object.value };
			if (type !== undefined && !PLAIN_TYPE.test(type)) notation.type = type;
			const draft = this.draft(subject.value);
			draft.notations = added(draft.notations ?? [], notation);
		} else if (MAPPINGS[name] !== undefined) {
			const draft = this.draft(subject.value);
			const mapping = { relation: MAPPINGS[name], target: object.value };
			draft.mappings = added(draft.mappings ?? [], mapping);
		} else if (MEMBERSHIP.has(name)) {
			this.joins(subject.value, object.value);
		} else if (name === names.hasTopConcept) {
			// Not put with the heading at once, as headings keep the order in which they are described.
			this.schemes.add(subject.value);
			listIn(this.topOf, object.value).push(subject.value);
		} else if (isLiteral && (name === names.title || name === names.rdfsLabel)) {
			const title: Title = { name, lang: object.language ?? '', text: object.value };
			this.titles.set(subject.value, added(this.titles.get(subject.value) ?? [], title));
		} else if (name === names.introduced) {
			this.draft(subject.value).introduced = this.year(subject.value, object.value);
		} else if (name === names.retired) {
			this.draft(subject.value).retired = this.year(subject.value, object.value);
		} else if (name === names.deprecated) {
			this.draft(subject.value).deprecated = object.value === 'true' || object.value === '1';
		} else if (name === names.aspect) {
			(this.draft(subject.value).aspects ??= []).push(object.value);
		} else if (name !== names.versionInfo) this.leave(name, subject.value);
	}

	/** Which scheme a heading or collection is in. */
	private joins(member: string, scheme: string): void {
		this.schemes.add(scheme);
		const draft = this.draft(member);
		if (!draft.schemes) {
			let alone = this.alone.get(scheme);
			if (!alone) this.alone.set(scheme, (alone = [scheme]));
			draft.schemes = alone;
		} else if (!draft.schemes.includes(scheme)) draft.schemes = [...draft.schemes, scheme];
	}

	/** The schemes of a heading, said on either side. */
	schemesOf(uri: string, said: readonly string[]): Iterable<string> {
		const top = this.topOf.get(uri);
		return top ? new Set([...said, ...top]) : said;
	}

	/** Counts a statement of which nothing is kept. */
	leave(name: string, subject: string): void {
		const known = this.notTaken.get(name);
		if (known) known.count++;
		else this.notTaken.set(name, { count: 1, subject });
	}

	/** What is said of a resource so far. */
	draft(uri: string): Draft {
		// Most statements are of the same heading as the one before.
		if (uri === this.lastUri && this.lastDraft) return this.lastDraft;
		this.lastUri = uri;
		this.lastDraft = this.draftOf(uri);
		return this.lastDraft;
	}

	private draftOf(uri: string): Draft {
		let draft = this.drafts.get(uri);
		if (!draft) {
			draft = {
				isConcept: false,
				labels: { preferred: NONE, entry: NONE, hidden: NONE },
				notes: NONE,
				links: NONE,
				deprecated: false
			};
			this.drafts.set(uri, draft);
		}
		return draft;
	}

	private compound(node: string): string[] {
		return listIn(this.compounds, node);
	}

	private year(subject: string, text: string): number | undefined {
		const match = /^(\d{4})(-|$)/.exec(text);
		if (match) return Number(match[1]);
		this.report({
			severity: 'warning',
			rule: 'not-a-year',
			subject,
			message: `“${text.slice(0, 40)}” is not a year; the date was left out.`
		});
		return undefined;
	}

	/** Members of a collection, those given as a list too. */
	membersOf(collection: string): string[] {
		const listed = this.collections.get(collection) ?? [];
		return [...listed, ...this.listFrom(this.memberLists.get(collection))];
	}

	/** Items of an RDF list. A list that leads back into itself ends there. */
	private listFrom(head: string | undefined): string[] {
		const items: string[] = [];
		const seen = new Set<string>();
		for (let cell = head; cell !== undefined && !seen.has(cell); cell = this.listCells.get(cell)?.rest) {
			seen.add(cell);
			const first = this.listCells.get(cell)?.first;
			if (first !== undefined) items.push(first);
		}
		return items;
	}
}

export function addLabel(draft: Draft, kind: LabelKind, label: LangText): void {
	draft.labels[kind] = added(draft.labels[kind], label);
}

/** What most lists of most resources are: never changed. */
const NONE: never[] = [];

/** A list with one more. A first item gets a list of one place, where `push` on an empty list makes room for seventeen. */
export function added<T>(list: T[], item: T): T[] {
	if (list.length === 0) return [item];
	list.push(item);
	return list;
}

function listIn(lists: Map<string, string[]>, name: string): string[] {
	const list = lists.get(name) ?? [];
	lists.set(name, list);
	return list;
}
