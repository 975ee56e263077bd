/** A vocabulary of the demo as its indexers use it, and what works can be about. */
import { uninvert } from '../src/core/text';
import type { Chance } from './random';
import type { IndexCode, Theme } from './themes';
import { demoUri, type Entry, type TextVocabulary } from './vocabulary-text';

/** Something a work is about: its words, and the headings each index has for it. */
export interface Subject {
	phrases: readonly string[];
	headings: Partial<Record<IndexCode, readonly string[]>>;
	theme?: Theme;
	/** What those who write of it are known for. */
	interest: string;
}

/** A vocabulary as the indexers of the demo use it. */
export class Shelf {
	private readonly byLabel: Map<string, Entry>;
	readonly subjects: Subject[];
	private readonly bySubject: Map<string, Subject>;

	constructor(
		readonly code: IndexCode,
		{ entries }: TextVocabulary
	) {
		this.byLabel = new Map(entries.map((entry) => [entry.label, entry]));
		this.subjects = entries
			.filter(({ retired }) => retired === undefined)
			.map((entry) => ({
				phrases: [
					...entry.terms.filter(({ lang }) => lang === 'en').map(({ text }) => text),
					spoken(entry.label)
				].map(lowered),
				headings: { [code]: [entry.label] },
				interest: entry.parent ?? entry.label
			}));
		this.bySubject = new Map(this.subjects.map((subject) => [subject.headings[code]?.[0] ?? '', subject]));
	}

	entry(label: string): Entry {
		const entry = this.byLabel.get(label);
		if (!entry) throw new Error(`${this.code} has no heading “${label}”.`);
		return entry;
	}

	/** The heading as it was used in a year: one introduced later gives way to what came before it. */
	inYear(label: string, year: number): string {
		const entry = this.entry(label);
		const [before] = entry.predecessors;
		return Number(entry.introduced ?? 0) > year && before !== undefined ? before : label;
	}

	/** Headings that stand near one: related to it, beside it, above it, below it. */
	near(label: string): string[] {
		const { parent, related } = this.entry(label);
		return [
			...related,
			...(parent ? [parent] : []),
			...[...this.byLabel.values()]
				.filter((other) => other.parent === label || (parent !== undefined && other.parent === parent))
				.map((other) => other.label)
		].filter((other) => other !== label && this.bySubject.has(other));
	}

	/** Subjects that go together: one, and others from around it. */
	together(chance: Chance, count: number): Subject[] {
		const first = chance.of(this.subjects);
		const labels = [first.headings[this.code]?.[0] ?? ''];
		while (labels.length < count) {
			const near = this.near(chance.of(labels)).filter((label) => !labels.includes(label));
			if (near.length === 0) break;
			labels.push(chance.of(near));
		}
		return labels.flatMap((label) => this.bySubject.get(label) ?? []);
	}

	uri(label: string): string {
		const entry = this.entry(label);
		return demoUri(this.code, entry.name ?? entry.label);
	}
}

/** "Bays, Shared" as it is said, without what tells homographs apart. */
const spoken = (label: string) => uninvert(label.replace(/\s*\([^)]*\)$/, ''));
/** In the middle of a sentence; what is written in capitals stays so. */
const lowered = (text: string) =>
	text.replace(/(?<![\p{L}’'-])\p{Lu}(?=\p{Ll})/gu, (letter) => letter.toLowerCase());
