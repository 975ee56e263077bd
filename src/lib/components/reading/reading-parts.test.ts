import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyInquiry, type Pick } from '$core/crosswalk';
import {
	lanesAt,
	recordsAt,
	filteredAt,
	filtersIn,
	viewedAt,
	VIEWS,
	type Filter
} from '../inquiry/addresses';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { reasonOf } from '../marks/reasons';
import { wayBack } from '../records/way-back';
import { called, fieldOf, inWords, medianYear } from './dimension-words';
import { readable } from '../parts/value-words';
import { readingAddress } from './reading-address';
import { standingOf } from './standing';
import { stemOffered, wordsAlready } from './word-forms';

const filter: fc.Arbitrary<Filter> = fc.record({
	by: fc.constantFrom('heading', 'source', 'oak.ageBand'),
	how: fc.constantFrom('any', 'all', 'out', 'unlabelled'),
	values: fc.array(fc.string({ unit: 'grapheme' }), { maxLength: 3 })
});
const at = (path: string) => new URL(path, 'http://x.example');

describe('the address of a result', () => {
	it('says again what is kept, step by step, and goes back the same way', () => {
		fc.assert(
			fc.property(fc.array(filter, { maxLength: 5 }), fc.constantFrom(...VIEWS), (filters, view) => {
				const base = at(recordsAt({ id: 'q', concept: 'c' }, 'yarrow', { run: 3 }));
				const addresses = filters.reduce(
					(all, one) => [...all, at(filteredAt(all[all.length - 1], one, view))],
					[base]
				);
				const last = addresses[addresses.length - 1];
				expect(filtersIn(last)).toEqual(filters);
				expect(last.searchParams.get('run')).toBe('3');
				expect(last.searchParams.get('concept')).toBe('c');
				for (let i = addresses.length - 1; i > 0; i--)
					expect(filtersIn(at(filteredAt(addresses[i], 'back', view)))).toEqual(filters.slice(0, i - 1));
			})
		);
	});

	it('is of the same result however it is looked at, and of no record or page of a list', () => {
		const url = at(recordsAt({ id: 'q' }, 'yarrow', { part: 'only.line.p', filter: [{ by: 'year', how: 'any', values: ['2011'] }], record: 'r1' })); // prettier-ignore
		url.searchParams.set('from', '40');
		for (const view of VIEWS) {
			const other = at(viewedAt(url, view, view === 'composition' ? 'source' : undefined));
			expect(other.searchParams.get('part')).toBe('only.line.p');
			expect(filtersIn(other)).toEqual(filtersIn(url));
			expect(other.searchParams.get('view')).toBe(view === 'list' ? null : view);
			for (const name of ['record', 'from']) expect(other.searchParams.has(name)).toBe(false);
			// What is asked of the server does not change with the view.
			expect(readingAddress(other.search, 'q', 'yarrow', 7)).toBe(
				readingAddress(url.search, 'q', 'yarrow', 7)
			);
		}
		expect(readingAddress(url.search, 'q', 'yarrow', 7)).not.toBe(
			readingAddress(url.search, 'q', 'yarrow', 8)
		);
	});

	it('that cannot be read keeps nothing, which the server says in words', () => {
		for (const text of ['', 'nonsense', '[{'])
			expect(filtersIn(at(`/x?sift=${encodeURIComponent(text)}`))).toEqual([]);
		expect(lanesAt({ id: 'q' }, '')).toBe('/inquiry/q/browse');
	});

	it('knows the way back to where a number stood', () => {
		const place = { id: 'q', index: 'yarrow' };
		expect(wayBack(at('/inquiry/q/browse/yarrow/sleep?q=nap'), place, 'strategy')).toEqual({ at: '/inquiry/q/browse/yarrow/sleep?q=nap', says: 'Back to the heading' }); // prettier-ignore
		expect(wayBack(at('/inquiry/q'), place, 'strategy').says).toBe('Back to the crosswalk');
		expect(wayBack(undefined, place, 'strategy').says).toBe('To the strategy');
		expect(wayBack(at('/elsewhere'), place, 'logbook').says).toBe('To the logbook');
	});
});

describe('shares in words', () => {
	it.each([
		[0, 10, 'none'],
		[10, 10, 'all'],
		[99, 100, 'nearly all'],
		[1, 2, 'half'],
		[52, 100, 'half'],
		[1, 3, 'a third'],
		[4, 10, '4 in 10'],
		[9, 10, '9 in 10'],
		[3, 100, '3 in 100'],
		[1, 1_000, '1 in 1,000'],
		[1, 1_000_000, 'hardly any'],
		[0, 0, 'none']
	])('%d of %d is %s', (part, whole, words) => expect(inWords(part, whole)).toBe(words));

	it('are never far from the share that they say', () => {
		fc.assert(
			fc.property(fc.integer({ min: 1, max: 5_000 }), fc.nat(5_000), (whole, some) => {
				const part = Math.min(some, whole);
				const said = inWords(part, whole);
				const [, count, of] = /^(\d+) in ([\d,]+)$/.exec(said) ?? [];
				if (count === undefined) return;
				expect(Number(count)).toBeGreaterThan(0);
				const spoken = Number(count) / Number(of.replaceAll(',', ''));
				expect(Math.abs(spoken - part / whole)).toBeLessThanOrEqual(Math.max(0.051, 0.51 * (part / whole)));
			})
		);
	});

	it('know the year since which half appeared', () => {
		fc.assert(
			fc.property(fc.dictionary(fc.integer({ min: 1950, max: 2026 }).map(String), fc.integer({ min: 1, max: 9 }), { minKeys: 1 }), (counts) => {
				const years = Object.entries(counts).map(([value, count]) => ({ value, count }));
				const median = medianYear(years) as number;
				const total = years.reduce((sum, { count }) => sum + count, 0);
				const since = (year: number) => years.filter(({ value }) => Number(value) >= year).reduce((sum, { count }) => sum + count, 0);
				expect(2 * since(median)).toBeGreaterThanOrEqual(total);
				expect(2 * since(median + 1)).toBeLessThan(total);
			})
		);
		expect(medianYear([])).toBeUndefined();
	}); // prettier-ignore

	it('call dimensions and values by what people call them', () => {
		const limits = [{ field: 'oak.ageBand', label: 'Age band', kind: 'choice' as const, values: [] }];
		expect(called('oak.ageBand', limits)).toMatchObject({ title: 'Age band', one: 'age band' });
		expect(called('source', limits).many).toBe('sources');
		expect(called('oak.unknown', limits).title).toBe('oak.unknown');
		expect(['year', 'type', 'oak.ageBand', 'heading', 'author'].map(fieldOf)).toEqual(['dc.date', 'dc.type', 'oak.ageBand', undefined, undefined]); // prettier-ignore
		expect([readable('en', 'language'), readable('not a code', 'language'), readable('true', 'oak.peerReviewed'), readable('en', 'source')]).toEqual(['English', 'not a code', 'yes', 'en']); // prettier-ignore
	});
});

describe('how a heading of a result stands', () => {
	const inquiry = emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: ['yarrow'] });
	inquiry.concepts.c = { id: 'c', position: 0, name: 'rest', status: 'required' };
	const pick = (id: string, uri: string, role: Pick['role'], indexCode = 'yarrow') =>
		(inquiry.picks[id] = { id, conceptId: 'c', indexCode, position: 0, headings: [{ uri, label: uri }], edition: '', withNarrower: false, cuts: [], chief: false, aspects: [], role, fit: 'notJudged', note: '' }); // prettier-ignore
	pick('1', 'sleep', 'searched');
	pick('2', 'naps', 'rejected');
	pick('3', 'dreams', 'searched', 'alder');
	inquiry.sightings.s = { id: 's', position: 0, text: 'Snoring', uri: 'snoring', indexCode: 'yarrow', conceptId: 'c', seen: '', state: 'open' }; // prettier-ignore
	const store = { inquiry } as unknown as InquiryStore;

	it.each([
		['sleep', undefined, 'picked', 'picked for rest'],
		['naps', undefined, 'rejected', 'rejected for rest'],
		['dreams', undefined, 'new', ''],
		['dreams', true, 'searched', 'searched here'],
		['snoring', undefined, 'aside', 'set aside'],
		['noise', undefined, 'new', '']
	] as const)('%s, of the strategy: %s', (key, ofStrategy, kind, says) =>
		expect(standingOf(store, 'yarrow', { key, ...(ofStrategy && { ofStrategy }) })).toEqual({ kind, says })
	);
});

describe('words of records beside those of a concept', () => {
	it('are there already where a word is, holds or begins them', () => {
		const already = wordsAlready(['Noise', 'child*', 'time-on-task', 'ab*']);
		expect(['noise', 'background noise', 'children', 'young children', 'time on task', 'noises', 'about', 'task'].map(already.has)).toEqual([true, true, true, true, true, false, false, false]); // prettier-ignore
		expect(already.get('background noise')).toBe('found by “noise”');
		expect(already.get('children')).toBe('found by “child*”');
	});

	it('offer the beginning that catches all their forms here, where there are several and it is long enough', () => {
		const phrases = ['attention', 'attentive', 'sustained attention', 'rest', 'resting rooms', 'go', 'going'].map((text) => ({ text })); // prettier-ignore
		expect(stemOffered('attention', phrases)).toBe('attenti*');
		expect(stemOffered('rest', phrases)).toBe('rest*');
		for (const text of ['sustained attention', 'rooms', 'go'])
			expect(stemOffered(text, phrases)).toBeUndefined();
	});
});

describe('why a heading matched', () => {
	const heading = { id: 'x', uri: 'x', label: 'X' } as never;
	const of = (tier: string, matched: object, query = 'q') => reasonOf({ heading, tier, matched: { text: 'X', kind: 'preferred', ...matched } } as never, query); // prettier-ignore

	it.each([
		['exact', {}, 'the heading itself'],
		['typo', { via: 'noise' }, 'taken for “noise”'],
		['variant', { via: 'heart attack' }, '“q” stands for “heart attack”'],
		['all-words', { words: [] }, 'has all the words'],
		[
			'all-words',
			{ words: [{ asked: 'cross', found: 'crossing', why: 'begins' }] },
			'“crossing” begins with “cross”'
		],
		['some-words', { words: [{ asked: 'fan' }, { asked: 'noises', found: 'noise', why: 'number' }] }, '“noise” another number of “noises”, without “fan”'] // prettier-ignore
	])('%s with %j: %s', (tier, matched, words) => expect(of(tier, matched)).toBe(words));
});
