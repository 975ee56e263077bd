import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differenceOf } from '../edition/difference';
import { EditionIndex } from '../edition/edition-index';
import { copyOf, drafts, labelAt, renumbered, vocabularyOf } from '../edition/later-edition.test-aid';
import type { VocabularyData } from '../vocabulary/vocabulary-data';
import { EditionStep } from './edition-step';

const stepOf = (before: VocabularyData, now: VocabularyData) =>
	new EditionStep(
		{ label: '2024', index: EditionIndex.build(before) },
		{ label: '2025', index: EditionIndex.build(now) },
		differenceOf(before, now)
	);

/** What lies below a heading, found by going from heading to heading until nothing is added; cut branches are not entered. */
function belowByHand({ headings }: VocabularyData, top: number, cuts: ReadonlySet<number>): Set<number> {
	const found = new Set<number>();
	const visit = (n: number) =>
		headings.forEach(({ broader }, child) => {
			if (!broader.includes(n) || found.has(child) || cuts.has(child) || child === top) return;
			found.add(child);
			visit(child);
		});
	visit(top);
	return found;
}

const edits = fc.array(
	fc.record({
		up: fc.boolean(),
		under: fc.option(fc.nat(), { freq: 3 }),
		rename: fc.boolean(),
		add: fc.boolean()
	}),
	{ minLength: 14, maxLength: 14 }
);

describe('a step from one edition to the next', () => {
	it('tells what came and went below every heading, as going through both hierarchies does', () => {
		fc.assert(
			fc.property(drafts, edits, fc.nat(), (rows, changes, cut) => {
				const before = vocabularyOf(rows);
				const now = copyOf(before);
				rows.forEach((_, n) => {
					const { up, under, rename, add } = changes[n];
					const heading = now.headings[n];
					if (rename) heading.labels = [{ lang: 'en', text: `${labelAt(n)} anew` }];
					if (up) heading.broader = heading.broader.slice(1);
					// Only what stands before it may be above it.
					if (under !== null && n > 0) heading.broader = [...new Set([...heading.broader, under % n])];
					if (add)
						now.headings.push({
							...heading,
							uri: `${heading.uri}/new`,
							key: `${heading.key}new`,
							labels: [{ lang: 'en', text: `Quite another ${n}` }],
							broader: [n]
						});
				});
				const step = stepOf(before, now);
				const left = cut % rows.length;
				before.headings.forEach(({ uri }, n) => {
					for (const cuts of [[], [before.headings[left].uri]]) {
						const cutPlaces = new Set(cuts.length > 0 ? [left] : []);
						const uris = (data: VocabularyData) =>
							new Set([...belowByHand(data, n, cutPlaces)].map((one) => data.headings[one].uri));
						const [old, fresh] = [uris(before), uris(now)];
						const { came, went } = step.below(uri, cuts);
						expect(came.map((heading) => heading.uri).sort()).toEqual([...fresh].filter((one) => !old.has(one)).sort()); // prettier-ignore
						expect(went.map((heading) => heading.uri).sort()).toEqual([...old].filter((one) => !fresh.has(one)).sort()); // prettier-ignore
					}
				});
			})
		);
	});

	it('tells of nothing below where only identifiers are others', () => {
		fc.assert(
			fc.property(drafts, (rows) => {
				const before = vocabularyOf(rows);
				const step = stepOf(before, renumbered(before));
				before.headings.forEach(({ uri }, n) => {
					expect(step.below(uri, [])).toEqual({ came: [], went: [] });
					expect(step.later(uri)).toMatchObject({ label: labelAt(n), uri: `https://other.example/${n * 7}` });
				});
			})
		);
	});

	it('knows no heading that neither edition has', () => {
		const data = vocabularyOf([{ label: 'Noise' }]);
		const step = stepOf(data, data);
		expect(step.later('https://none.example/')).toBeUndefined();
		expect(step.changesOf('https://none.example/')).toEqual([]);
		expect(step.below('https://none.example/', [])).toEqual({ came: [], went: [] });
	});

	it('tells which words lead to a heading now, and led to none before', () => {
		const before = vocabularyOf([{ label: 'Noise', entry: ['Din'] }, { label: 'Rest' }]);
		const now = vocabularyOf([
			{ label: 'Noise', entry: ['Din', 'Racket'] },
			{ label: 'Rest' },
			{ label: 'Hush-Hush' }
		]);
		const step = stepOf(before, now);
		const reached = (word: string) => step.madeReachable(word).map(({ label }) => label);
		expect([reached('racket'), reached('hush hush')]).toEqual([['Noise'], ['Hush-Hush']]);
		// What led to a heading before, and what leads to none now.
		expect([reached('din'), reached('rest'), reached('silence'), reached('')]).toEqual([[], [], [], []]);
	});
});
