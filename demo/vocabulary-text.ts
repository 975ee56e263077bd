/**
 * Reads the demo vocabularies, which are written by hand in plain lines, and writes them as SKOS in Turtle.
 *
 * A line is a heading, indented by tabs under the heading it is narrower than, or says something of the heading above
 * it by its first sign:
 *
 *     = entry terms; separated by semicolons; es:with a language where it is not English
 *     : scope note                    ! history note
 *     ^ further broader headings      ~ related headings
 *     @ year introduced               < predecessor
 *     x year retired                  / name of a set of aspects
 *     & compound entry term = Heading + Heading
 *     # comment; "# aspects name = a; b; c" defines a set of aspects
 *
 * A heading may be followed by its label in another language: `Attention | es:Atención`.
 */
import { DataFactory, Writer } from 'n3';
import { names, PREFIXES } from '../src/core/formats/skos-names';

export interface Entry {
	label: string;
	/** What its address is made of, where that is no longer its label. */
	name?: string;
	others: { lang: string; text: string }[];
	parent?: string;
	terms: { lang: string; text: string }[];
	scopeNote?: string;
	historyNote?: string;
	broader: string[];
	related: string[];
	introduced?: string;
	predecessors: string[];
	retired?: string;
	aspects: string[];
}

export interface TextVocabulary {
	entries: Entry[];
	compounds: { term: string; headings: string[] }[];
}

export const list = (text: string) =>
	text
		.split(';')
		.map((part) => part.trim())
		.filter(Boolean);

function inLanguage(text: string): { lang: string; text: string } {
	const match = /^([a-z]{2}):(.*)$/s.exec(text);
	return match ? { lang: match[1], text: match[2].trim() } : { lang: 'en', text };
}

/** @throws Error with the line where it does not follow the notation or names a heading that is not there */
export function parseVocabularyText(source: string): TextVocabulary {
	const entries: Entry[] = [];
	const compounds: TextVocabulary['compounds'] = [];
	const aspectSets = new Map<string, string[]>();
	const open: Entry[] = [];
	const mentions: { line: number; label: string }[] = [];
	source.split('\n').forEach((raw, at) => {
		const line = at + 1;
		const depth = /^\t*/.exec(raw)?.[0].length ?? 0;
		const text = raw.trim();
		if (text === '') return;
		const mention = (label: string) => {
			mentions.push({ line, label });
			return label;
		};
		if (text.startsWith('#')) {
			const set = /^# aspects (\w+) = (.*)$/.exec(text);
			if (set) aspectSets.set(set[1], list(set[2]));
			return;
		}
		if (text.startsWith('& ')) {
			const [term, headings] = text.slice(2).split(' = ');
			if (!headings) throw new Error(`Line ${line}: a compound entry term needs “ = ” and its headings.`);
			compounds.push({ term, headings: headings.split(' + ').map((label) => mention(label.trim())) });
			return;
		}
		const sign = /^([=:!^~@<x/]) (.*)$/s.exec(text);
		if (!sign) {
			const [label, ...others] = text.split('|').map((part) => part.trim());
			open.length = depth;
			const entry: Entry = {
				label,
				others: others.map(inLanguage),
				parent: open[depth - 1]?.label,
				terms: [],
				broader: [],
				related: [],
				predecessors: [],
				aspects: []
			};
			if (depth > 0 && !entry.parent) throw new Error(`Line ${line}: “${label}” is indented under nothing.`);
			open.push(entry);
			entries.push(entry);
			return;
		}
		const entry = entries[entries.length - 1];
		if (!entry) throw new Error(`Line ${line}: there is no heading yet.`);
		const [, mark, value] = sign;
		if (mark === '=') entry.terms.push(...list(value).map(inLanguage));
		else if (mark === ':') entry.scopeNote = value;
		else if (mark === '!') entry.historyNote = value;
		else if (mark === '^') entry.broader.push(...list(value).map(mention));
		else if (mark === '~') entry.related.push(...list(value).map(mention));
		else if (mark === '@') entry.introduced = value;
		else if (mark === '<') entry.predecessors.push(mention(value));
		else if (mark === 'x') entry.retired = value;
		else {
			const set = aspectSets.get(value);
			if (!set) throw new Error(`Line ${line}: there is no set of aspects “${value}”.`);
			entry.aspects.push(...set);
		}
	});
	const known = new Set(entries.map(({ label }) => label));
	const twice = entries.find(({ label }, i) => entries.findIndex((other) => other.label === label) !== i);
	if (twice) throw new Error(`“${twice.label}” stands twice.`);
	for (const { line, label } of mentions)
		if (!known.has(label)) throw new Error(`Line ${line}: there is no heading “${label}”.`);
	return { entries, compounds };
}

/** Name of a heading in the demo's URIs: small letters and hyphens. */
export function slug(label: string): string {
	return label
		.normalize('NFKD')
		.replace(/\p{M}/gu, '')
		.toLowerCase()
		.replace(/[^a-z0-9]+/g, '-')
		.replace(/^-|-$/g, '');
}

export function demoUri(code: string, label: string): string {
	return `https://${code}.example/headings/${slug(label)}`;
}

/** The vocabulary as Turtle. */
export function toTurtle(code: string, { entries, compounds }: TextVocabulary): Promise<string> {
	const { namedNode, literal } = DataFactory;
	const writer = new Writer({ prefixes: { ...PREFIXES, [code]: `https://${code}.example/headings/` } });
	const nameOf = new Map(entries.map(({ label, name = label }) => [label, name]));
	const uri = (label: string) => namedNode(demoUri(code, nameOf.get(label) ?? label));
	const add = (
		label: string,
		predicate: string,
		object: ReturnType<typeof literal> | ReturnType<typeof namedNode>
	) => writer.addQuad(uri(label), namedNode(predicate), object);
	for (const entry of entries) {
		const { label } = entry;
		add(label, names.type, namedNode(names.concept));
		add(label, names.prefLabel, literal(label, 'en'));
		for (const { lang, text } of entry.others) add(label, names.prefLabel, literal(text, lang));
		for (const { lang, text } of entry.terms) add(label, names.altLabel, literal(text, lang));
		for (const parent of [entry.parent, ...entry.broader])
			if (parent) {
				add(label, names.broader, uri(parent));
				add(parent, names.narrower, uri(label));
			}
		for (const other of entry.related) {
			add(label, names.related, uri(other));
			add(other, names.related, uri(label));
		}
		if (entry.scopeNote) add(label, names.scopeNote, literal(entry.scopeNote, 'en'));
		if (entry.historyNote) add(label, names.historyNote, literal(entry.historyNote, 'en'));
		if (entry.introduced) add(label, names.introduced, literal(entry.introduced));
		if (entry.retired) add(label, names.retired, literal(entry.retired));
		for (const other of entry.predecessors) add(label, names.replaces, uri(other));
		for (const aspect of entry.aspects) add(label, names.aspect, literal(aspect, 'en'));
	}
	compounds.forEach(({ term, headings }, i) => {
		const node = namedNode(`https://${code}.example/together/${i + 1}`);
		writer.addQuad(node, namedNode(names.type), namedNode(names.compoundEntryTerm));
		writer.addQuad(node, namedNode(names.literalForm), literal(term, 'en'));
		for (const heading of headings) writer.addQuad(node, namedNode(names.useTogether), uri(heading));
	});
	return new Promise((resolve, reject) =>
		writer.end((error: Error | null, text: string) => (error ? reject(error) : resolve(text)))
	);
}
