/**
 * Makes the later edition of a demo vocabulary from the first, by changes written by hand, one a line:
 *
 *     rename Old -> New                       the heading keeps its address, the old label becomes an entry term
 *     retire Heading YEAR : history note
 *     move Heading : Old broader -> New broader     nothing before the arrow where it had none
 *     split Heading -> One + Other            the heading is retired; what was narrower goes to the first
 *     merge One + Other -> New                both are retired; their entry terms and narrower headings go along
 *     add Broader > New : scope note = entry terms
 *     note Heading : scope note
 *     term Heading = entry terms              drop Heading = entry terms
 *
 * Changes hold one after the other, and each names headings as the changes before it left them.
 */
import { list, slug, type Entry, type TextVocabulary } from './vocabulary-text';

/** The year of the later editions: what they retire is retired in it. */
const YEAR = '2025';

/** @throws Error with the line of a change that does not follow the notation or names a heading that is not there */
export function applyChanges(first: TextVocabulary, source: string): TextVocabulary {
	const next = new Revision(first);
	source.split('\n').forEach((raw, at) => {
		const text = raw.trim();
		if (text === '' || text.startsWith('#')) return;
		try {
			next.change(text);
		} catch (error) {
			throw new Error(`Line ${at + 1}: ${(error as Error).message}`);
		}
	});
	return { entries: next.entries, compounds: next.compounds };
}

class Revision {
	readonly entries: Entry[];
	readonly compounds: TextVocabulary['compounds'];
	/** Labels after a renaming, so that later changes and relations can use the old ones. */
	private readonly renamed = new Map<string, string>();

	constructor({ entries, compounds }: TextVocabulary) {
		this.entries = structuredClone(entries);
		this.compounds = structuredClone(compounds);
	}

	change(text: string): void {
		const [, verb, rest] = /^(\w+) (.+)$/.exec(text) ?? [];
		const parts = (pattern: RegExp): string[] => {
			const found = pattern.exec(rest);
			if (!found) throw new Error(`“${text}” does not follow the notation of “${verb}”.`);
			return found.slice(1).map((part) => part.trim());
		};
		switch (verb) {
			case 'rename':
				return this.rename(...(parts(/^(.+) -> (.+)$/) as [string, string]));
			case 'retire':
				return this.retire(...(parts(/^(.+) (\d{4}) : (.+)$/) as [string, string, string]));
			case 'move':
				return this.move(...(parts(/^(.+?) : (.*)-> (.+)$/) as [string, string, string]));
			case 'split':
				return this.split(...(parts(/^(.+) -> (.+) \+ (.+)$/) as [string, string, string]));
			case 'merge': {
				const [old, label] = parts(/^(.+) -> (.+)$/);
				return this.merge(old.split(' + '), label);
			}
			case 'add': {
				const [parent, label, note, terms] = parts(/^(.+) > (.+?) : (.+) = (.+)$/);
				return void this.add(label, {
					parent: this.find(parent).label,
					scopeNote: note,
					terms: english(terms)
				});
			}
			case 'note': {
				const [label, note] = parts(/^(.+?) : (.+)$/);
				this.find(label).scopeNote = note;
				return;
			}
			case 'term': {
				const [label, terms] = parts(/^(.+) = (.+)$/);
				this.find(label).terms.push(...english(terms));
				return;
			}
			case 'drop': {
				const [label, terms] = parts(/^(.+) = (.+)$/);
				const gone = new Set(list(terms));
				const entry = this.find(label);
				entry.terms = entry.terms.filter((term) => !gone.has(term.text));
				return;
			}
			default:
				throw new Error(`“${verb}” is no kind of change.`);
		}
	}

	private find(label: string): Entry {
		const current = this.renamed.get(label) ?? label;
		const entry = this.entries.find((other) => other.label === current);
		if (!entry) throw new Error(`there is no heading “${label}”.`);
		return entry;
	}

	private rename(old: string, label: string): void {
		const entry = this.find(old);
		entry.name ??= entry.label;
		entry.terms = entry.terms.filter((term) => term.text !== label);
		entry.terms.push({ lang: 'en', text: entry.label });
		const replace = (other: string) => (other === entry.label ? label : other);
		for (const other of this.entries) {
			other.parent &&= replace(other.parent);
			other.broader = other.broader.map(replace);
			other.related = other.related.map(replace);
			other.predecessors = other.predecessors.map(replace);
		}
		for (const compound of this.compounds) compound.headings = compound.headings.map(replace);
		this.renamed.set(old, label);
		entry.label = label;
	}

	private retire(label: string, year: string, note: string): void {
		Object.assign(this.find(label), { retired: year, historyNote: note });
	}

	private move(label: string, from: string, to: string): void {
		const entry = this.find(label);
		const { label: target } = this.find(to);
		// What is broader is no longer merely related.
		entry.related = entry.related.filter((other) => other !== target);
		this.find(to).related = this.find(to).related.filter((other) => other !== entry.label);
		if (from === '') {
			if (entry.parent) throw new Error(`“${label}” stands under “${entry.parent}” already.`);
			entry.parent = target;
			return;
		}
		const old = this.find(from).label;
		if (entry.parent === old) entry.parent = target;
		else if (entry.broader.includes(old))
			entry.broader = entry.broader.map((other) => (other === old ? target : other));
		else throw new Error(`“${label}” does not stand under “${from}”.`);
	}

	private split(label: string, one: string, other: string): void {
		const old = this.find(label);
		const half = Math.ceil(old.terms.length / 2);
		const first = this.add(one, { ...placeOf(old), terms: old.terms.slice(0, half) });
		this.add(other, { ...placeOf(old), terms: old.terms.slice(half) });
		this.handOver(old, first, `Divided in ${YEAR} between ${one} and ${other}.`);
	}

	private merge(labels: readonly string[], label: string): void {
		const olds = labels.map((other) => this.find(other));
		const merged = this.add(label, {
			...placeOf(olds[0]),
			predecessors: olds.map((old) => old.label),
			terms: olds.flatMap(({ terms }) => terms)
		});
		for (const old of olds) this.handOver(old, merged, `Joined in ${YEAR} in ${label}.`);
	}

	/** What was narrower than a heading that ends stands under its successor. */
	private handOver(old: Entry, successor: Entry, note: string): void {
		const replace = (other: string) => (other === old.label ? successor.label : other);
		for (const entry of this.entries) {
			if (entry === successor) continue;
			entry.parent &&= replace(entry.parent);
			entry.broader = entry.broader.map(replace);
		}
		for (const compound of this.compounds) compound.headings = compound.headings.map(replace);
		Object.assign(old, { retired: YEAR, historyNote: note, terms: [] });
	}

	private add(label: string, fields: Partial<Entry>): Entry {
		if (this.entries.some((other) => other.label === label || slug(other.name ?? '') === slug(label)))
			throw new Error(`“${label}” stands already.`);
		const entry: Entry = {
			label,
			others: [],
			terms: [],
			broader: [],
			related: [],
			predecessors: [],
			aspects: [],
			introduced: YEAR,
			...fields
		};
		this.entries.push(entry);
		return entry;
	}
}

const english = (terms: string) => list(terms).map((text) => ({ lang: 'en', text }));

/** Where a successor stands, and what it is the successor of. */
function placeOf({ label, parent, broader, aspects }: Entry): Partial<Entry> {
	return { parent, broader: [...broader], aspects: [...aspects], predecessors: [label] };
}
