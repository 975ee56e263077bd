import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { VocabularyData } from '../vocabulary/vocabulary-data';
import { differenceOf, type HeadingChange } from './difference';
import {
	copyOf,
	drafts,
	labelAt,
	renumbered,
	reordered,
	vocabularyOf,
	without
} from './later-edition.test-aid';

/** A change in one line: its kinds, and what it leads from and to. */
const line = ({ kinds, from, to }: HeadingChange) =>
	`${kinds.join('+')}: ${from?.label ?? ''} > ${to?.label ?? ''}`;
const lines = (before: VocabularyData, after: VocabularyData) =>
	differenceOf(before, after).changes.map(line);

const edited = fc.record({
	rename: fc.boolean(),
	retire: fc.boolean(),
	note: fc.boolean(),
	up: fc.boolean(),
	term: fc.boolean()
});

describe('the difference of two editions', () => {
	it('is empty for an edition and itself, in whatever order its headings come', () => {
		fc.assert(
			fc.property(drafts, fc.infiniteStream(fc.nat()), (rows, numbers) => {
				const data = vocabularyOf(rows);
				const order = data.headings.map((_, n) => n).sort(() => ((numbers.next().value ?? 0) % 3) - 1);
				for (const same of [copyOf(data), reordered(data, order)]) {
					const found = differenceOf(data, same);
					expect(found.changes).toEqual([]);
					expect(found.entryTerms).toEqual([]);
					expect(found.newCycles).toEqual([]);
					expect(Object.values(found.counts).every((count) => count === 0)).toBe(true);
					expect(found.headings).toEqual({ before: rows.length, after: rows.length, both: rows.length });
				}
			})
		);
	});

	it('is what was changed, heading by heading, no more and no less', () => {
		fc.assert(
			fc.property(drafts, fc.array(edited, { minLength: 14, maxLength: 14 }), (rows, edits) => {
				const before = vocabularyOf(rows);
				const after = copyOf(before);
				const wanted: string[] = [];
				const terms: string[] = [];
				after.headings.forEach((heading, n) => {
					const { rename, retire, note, up, term } = edits[n];
					const kinds: string[] = [];
					const old = heading.labels[0].text;
					if (retire) {
						kinds.push('retired');
						heading.retired = 2025;
					}
					if (rename) {
						kinds.push('renamed');
						heading.labels = [{ lang: 'en', text: `${old} anew` }];
					}
					if (up && heading.broader.length > 0) {
						kinds.push('moved');
						heading.broader = heading.broader.slice(1);
					}
					if (note) {
						kinds.push('noteChanged');
						heading.notes = [...heading.notes, { kind: 'history', lang: 'en', text: 'Since 2025.' }];
					}
					if (term) {
						terms.push(heading.labels[0].text);
						after.entryTerms.push({ lang: 'en', text: `other ${n}`, headings: [n] });
					}
					if (kinds.length > 0) wanted.push(`${kinds.join('+')}: ${old} > ${heading.labels[0].text}`);
				});
				const found = differenceOf(before, after);
				expect(found.changes.map(line)).toEqual(wanted);
				expect(found.entryTerms.map(({ heading, came, gone }) => [heading.label, came.length, gone])).toEqual(
					terms.map((label) => [label, 1, []])
				);
				for (const [kind, count] of Object.entries(found.counts))
					expect(count).toBe(found.changes.filter(({ kinds }) => kinds.includes(kind as 'added')).length);
			})
		);
	});

	it('calls what only the earlier has retired, and what only the later has added', () => {
		fc.assert(
			fc.property(drafts, fc.nat(), (rows, at) => {
				const data = vocabularyOf(rows);
				const gone = at % rows.length;
				const less = without(data, gone);
				const tells = (before: VocabularyData, after: VocabularyData, kind: string) =>
					differenceOf(before, after).changes.filter(({ kinds }) => kinds.includes(kind as 'added'));
				expect(tells(data, less, 'retired').map(({ from }) => from?.label)).toEqual([labelAt(gone)]);
				expect(tells(less, data, 'added').map(({ to }) => to?.label)).toEqual([labelAt(gone)]);
				// What stood under it stands elsewhere now, and that is all.
				const under = rows.filter(({ broader = [] }) => broader.includes(labelAt(gone)));
				expect(differenceOf(data, less).counts.moved).toBe(under.length);
			})
		);
	});

	it('pairs headings by their labels where every identifier changed', () => {
		fc.assert(
			fc.property(drafts, (rows) => {
				const before = vocabularyOf(rows);
				const found = differenceOf(before, renumbered(before));
				expect(found.headings.both).toBe(rows.length);
				// Another identifier is a change, though the label is the same; there is no other.
				expect(found.changes.map(line)).toEqual(rows.map(({ label }) => `renamed: ${label} > ${label}`));
				for (const { evidence } of found.changes) expect(evidence.join()).toContain('the same label');
			})
		);
	});
});

describe('headings without an identifier in common', () => {
	const before = vocabularyOf([
		{ label: 'Rooms', entry: ['Spaces'] },
		{ label: 'Noise', broader: ['Rooms'], entry: ['Din', 'Racket', 'Unwanted sound', 'Clamour'] },
		{ label: 'Rest', broader: ['Rooms'], entry: ['Repose'] }
	]);
	/** The later edition: all under other identifiers, with these rows in place of the earlier. */
	const later = (rows: Parameters<typeof vocabularyOf>[0]) => renumbered(vocabularyOf(rows));
	const rooms = { label: 'Rooms', entry: ['Spaces'] };
	const rest = { label: 'Rest', broader: ['Rooms'], entry: ['Repose'] };
	const told = (rows: Parameters<typeof vocabularyOf>[0]) =>
		differenceOf(before, later(rows)).changes.filter(({ from, to }) => from?.label !== to?.label);

	it('are one where the label became an entry term', () => {
		const [change] = told([
			rooms,
			rest,
			{ label: 'Sound, Unwanted', broader: ['Rooms'], entry: ['Noise', 'Din'] }
		]);
		expect(line(change)).toBe('renamed: Noise > Sound, Unwanted');
		expect(change.evidence.join('; ')).toContain('its label is an entry term now');
		expect(change.evidence.join('; ')).toContain('the same broader heading');
	});

	it('are one where an entry term became the label', () => {
		expect(
			told([rooms, rest, { label: 'Clamour', broader: ['Rooms'], entry: ['Racket'] }]).map(line)
		).toEqual(['renamed: Noise > Clamour']);
	});

	it('are split where the entry terms go to two', () => {
		const found = told([
			rooms,
			rest,
			{ label: 'Loudness', broader: ['Rooms'], entry: ['Din', 'Racket'] },
			{ label: 'Disturbance', broader: ['Rooms'], entry: ['Unwanted sound', 'Clamour'] }
		]);
		expect(found.filter(({ from }) => from).map(line)).toEqual([
			'retired+split: Noise > Loudness',
			'retired+split: Noise > Disturbance'
		]);
	});

	it('are merged where both labels lead to one', () => {
		const found = told([
			rooms,
			{ label: 'Comfort', broader: ['Rooms'], entry: ['Noise', 'Rest', 'Repose', 'Din'] }
		]);
		expect(found.filter(({ from }) => from).map(line)).toEqual([
			'retired+merged: Noise > Comfort',
			'retired+merged: Rest > Comfort'
		]);
		expect(found.find(({ from }) => !from)?.evidence).toEqual([
			'it takes over from “Noise”',
			'it takes over from “Rest”'
		]);
	});

	it('stay apart where nothing speaks for them', () => {
		const found = told([rooms, rest, { label: 'Daylight', broader: ['Rooms'], entry: ['Sunshine'] }]);
		expect(found.map(line)).toEqual(['added:  > Daylight', 'retired: Noise > ']);
	});
});

describe('what an edition says itself', () => {
	const before = vocabularyOf([{ label: 'Noise' }, { label: 'Rest' }, { label: 'Calm' }]);

	it('of what takes the place of what', () => {
		const after = copyOf(before);
		const added = vocabularyOf([
			{ label: 'A' },
			{ label: 'B' },
			{ label: 'C' },
			{ label: 'Loudness' },
			{ label: 'Quiet' }
		]);
		after.headings.push(added.headings[3], added.headings[4]);
		after.headings[0].retired = 2025;
		after.headings[1].retired = 2025;
		after.headings[2].retired = 2025;
		after.headings[3].replaces = [0];
		after.headings[4].replaces = [1, 2];
		expect(lines(before, after)).toEqual([
			'retired+renamed: Noise > Loudness',
			'retired+merged: Rest > Quiet',
			'retired+merged: Calm > Quiet',
			'added:  > Loudness',
			'added:  > Quiet'
		]);
		// Said again in the edition after, it is no change any more.
		expect(lines(after, copyOf(after))).toEqual([]);
	});

	it('of a part that went to a heading of its own while the rest stays', () => {
		const old = vocabularyOf([{ label: 'Noise', entry: ['Din'] }]);
		const now = vocabularyOf([{ label: 'Noise' }, { label: 'Din' }]);
		expect(lines(old, now)).toEqual(['split: Noise > Din', 'added:  > Din']);
	});

	it('of a heading that is in use again', () => {
		const old = copyOf(before);
		old.headings[1].retired = 2001;
		const [change] = differenceOf(old, before).changes;
		expect(line(change)).toBe('added: Rest > Rest');
		expect(change.evidence).toContain('in use again');
	});

	it('of labels in other languages', () => {
		const old = copyOf(before);
		old.headings[0].labels.push({ lang: 'es', text: 'Ruido' });
		const now = copyOf(old);
		now.headings[0].labels[1] = { lang: 'es', text: 'Ruidos' };
		expect(lines(old, now)).toEqual(['renamed: Noise > Noise']);
		// A language that is new is no other name.
		expect(lines(before, old)).toEqual([]);
	});

	it('names the notes that differ, and circles that are new', () => {
		const now = copyOf(before);
		now.headings[0].notes = [{ kind: 'scope', lang: 'en', text: 'Unwanted sound.' }];
		now.headings[0].broader = [1];
		now.headings[1].broader = [0];
		const found = differenceOf(before, now);
		expect(found.changes[0].notes).toEqual([{ kind: 'scope', before: '', after: 'Unwanted sound.' }]);
		expect(found.newCycles.map((cycle) => [...cycle].sort())).toEqual([['Noise', 'Rest']]);
		expect(differenceOf(now, copyOf(now)).newCycles).toEqual([]);
	});
});
