import { describe, expect, it } from 'vitest';
import { emptyInquiry } from '$core/crosswalk';
import { evidenceWords } from './crosswalk/evidence';
import { flagWords } from './crosswalk/flags';
import { moment } from './inquiry/moment';

const inquiry = emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: [] });
inquiry.concepts.c = { id: 'c', position: 0, name: 'rest', status: 'required' };

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
