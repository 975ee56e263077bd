import { afterEach, describe, expect, it, vi } from 'vitest';
import { emptyInquiry } from '$core/crosswalk';
import type { SuggestionLine } from '$lib/server/crosswalk';
import { evidenceWords, heldTogether } from './crosswalk/evidence';
import { flagWords } from './crosswalk/flags';
import { moment } from './inquiry/moment';
import { keptDraft } from './strategy/kept-draft';
import { signed } from './parts/numbers';
import { changeWords } from './strategy/change-words';

const inquiry = emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: [] });
inquiry.concepts.c = { id: 'c', position: 0, name: 'rest', status: 'required' };

it('headings for the parts of a name are held together, one for each part, where none stands for the whole', () => {
	const line = (
		label: string,
		part: string | undefined,
		likelihood: 'likely' | 'possible' | 'far' = 'possible'
	) =>
		({
			heading: { uri: label, label },
			likelihood,
			evidence: part
				? [{ kind: 'label', source: 'part', text: part, tier: 'exact', matched: label, score: 1 }]
				: []
		}) as unknown as SuggestionLine;
	const [loudness, signals, alarms] = [
		line('Loudness', 'loudness'),
		line('Signals', 'alarms'),
		line('Alarms', 'alarms')
	];
	expect(heldTogether([loudness, signals, alarms])).toEqual([loudness, signals]);
	expect(heldTogether([signals, alarms])).toEqual([]);
	expect(heldTogether([loudness, signals, line('Alarm Loudness', undefined, 'likely')])).toEqual([]);
	expect(heldTogether([loudness, line('Far', 'alarms', 'far')])).toEqual([]);
});

describe('what the interface says', () => {
	it('of evidence: what matched, how, and where it is from', () => {
		const name = (code: string) => code.toUpperCase();
		expect(
			evidenceWords(
				{ kind: 'label', source: 'word', text: 'din', tier: 'entry', matched: 'Din', score: 1 },
				name
			)
		).toBe('“din” · entry term: Din');
		expect(
			evidenceWords(
				{ kind: 'label', source: 'entry term', text: 'Din', from: { indexCode: 'alder', label: 'Noise' }, tier: 'exact', matched: 'Din', score: 1 }, // prettier-ignore
				name
			)
		).toBe('Din, entry term of Noise, picked in ALDER · the heading itself');
		expect(evidenceWords({ kind: 'neighbour', relation: 'sibling', of: 'Noise', score: 0.2 }, name)).toBe(
			'a sibling of Noise, which matches'
		);
		expect(evidenceWords({ kind: 'coTagging', a: 12, n: 20, lift: 3.04, score: 1 }, name)).toBe(
			'on 12 of 20 works that other indexes tag with this · 3.0 times its usual share'
		);
		expect(evidenceWords({ kind: 'association', text: 'din', a: 5, n: 9, lift: 12.4, score: 1 }, name)).toBe(
			'on 5 of 9 records that say “din” · 12 times its usual share'
		);
	});

	it('of a change to a strategy: what it would be then, whatever it is now', () => {
		const now = { chief: true, withNarrower: true };
		const not = { chief: false, withNarrower: false };
		expect([changeWords('chief', not), changeWords('chief', now)]).toEqual(['chief only', 'chief or not']);
		expect([changeWords('narrower', not), changeWords('narrower', now)]).toEqual([
			'with narrower',
			'without narrower'
		]);
		expect([signed(0), signed(1_200), signed(-3)]).toEqual(['no change', '+1,200', '−3']);
	});

	it('of flags: a word for a list, a sentence for the sheet', () => {
		expect(flagWords({ kind: 'gone', label: 'Roofs' }, inquiry)).toMatchObject({ short: 'gone' });
		expect(flagWords({ kind: 'renamed', from: 'Old', to: 'New' }, inquiry).says).toBe(
			'Now called New; it was Old when it was picked.'
		);
		expect(flagWords({ kind: 'covered', by: 'gone' }, inquiry).says).toContain('Another pick');
		expect(flagWords({ kind: 'shared', concepts: ['c', 'x'] }, inquiry).says).toContain('rest, a concept');
	});

	it('of times: the hour on the same day, the date else, the year in another year', () => {
		const now = new Date(2026, 5, 10, 18, 0);
		expect(moment(new Date(2026, 5, 10, 9, 5), now)).toBe('today 09:05');
		expect(moment(new Date(2026, 4, 3, 9, 5), now)).toBe('3 May 09:05');
		expect(moment(new Date(2025, 4, 3, 9, 5), now)).toContain('2025');
	});
});

describe('a text that is not followed yet', () => {
	afterEach(() => vi.unstubAllGlobals());

	it('is kept for its inquiry and index alone, until it is dropped', () => {
		const stored = new Map<string, string>();
		vi.stubGlobal('localStorage', {
			getItem: (name: string) => stored.get(name) ?? null,
			setItem: (name: string, text: string) => void stored.set(name, text),
			removeItem: (name: string) => void stored.delete(name)
		});
		keptDraft('q', 'alder').put('noise');
		expect(keptDraft('q', 'alder').get()).toBe('noise');
		expect(keptDraft('q', 'yarrow').get()).toBeUndefined();
		expect(keptDraft('other', 'alder').get()).toBeUndefined();
		keptDraft('q', 'alder').drop();
		expect(keptDraft('q', 'alder').get()).toBeUndefined();
	});

	it('does no harm where the browser keeps nothing', () => {
		const refuse = () => {
			throw new DOMException('Not allowed.', 'SecurityError');
		};
		vi.stubGlobal('localStorage', { getItem: refuse, setItem: refuse, removeItem: refuse });
		const draft = keptDraft('q', 'alder');
		draft.put('noise');
		expect(draft.get()).toBeUndefined();
		draft.drop();
	});
});
