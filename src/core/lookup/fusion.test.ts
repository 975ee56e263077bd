import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fused } from './fusion';
import { TIERS, type Tier } from './tiers';
import { partsOfText } from './text-parts';

const tier = fc.constantFrom<Tier>(...TIERS);
const headings = fc.uniqueArray(fc.nat(30), { maxLength: 12 });

describe('one list of labels and records', () => {
	it('has every heading once, those that are what was typed first, in the order of their labels', () => {
		fc.assert(
			fc.property(
				headings,
				fc.array(tier, { minLength: 12, maxLength: 12 }),
				headings,
				fc.nat(8),
				(byLabel, tiers, byRecords, words) => {
					const labels = byLabel.map((heading, i) => ({ heading, tier: tiers[i] }));
					const all = fused(
						labels,
						byRecords.map((heading) => ({ heading })),
						words
					);
					expect([...all].sort()).toEqual([...new Set([...byLabel, ...byRecords])].sort());
					const firm = labels.filter((one) => ['exact', 'entry', 'variant', 'order'].includes(one.tier));
					expect(all.slice(0, firm.length)).toEqual(firm.map(({ heading }) => heading));
				}
			)
		);
	});

	it('puts what both speak for before what one does, and records before labels that share one word of a long text', () => {
		const label = (heading: number, own: Tier) => ({ heading, tier: own });
		expect(
			fused([label(1, 'all-words'), label(2, 'all-words')], [{ heading: 3 }, { heading: 2 }], 1)[0]
		).toBe(2);
		const byLabel = [label(1, 'some-words'), label(2, 'some-words')];
		expect(fused(byLabel, [{ heading: 3 }, { heading: 4 }], 5)).toEqual([3, 4, 1, 2]);
		expect(fused(byLabel, [], 5)).toEqual([1, 2]);
	});
});

describe('parts of a text', () => {
	const known = new Set(['alarm sounds', 'sleep', 'alarm', 'patients with pain', 'wards']);
	const parts = (text: string) => partsOfText(text, (run) => known.has(run)).map((part) => part.text);

	it('are the longest runs that are known, then single words; function words are none', () => {
		expect(parts('How do alarm sounds on wards affect sleep?')).toEqual([
			'do',
			'alarm sounds',
			'wards',
			'affect',
			'sleep'
		]);
		expect(parts('Patients with pain')).toEqual(['patients with pain']);
		expect(parts('the of and')).toEqual([]);
	});

	it('cover each content word once, in order', () => {
		const word = fc.constantFrom(
			'alarm',
			'sounds',
			'sleep',
			'on',
			'wards',
			'the',
			'nurses',
			'patients',
			'with',
			'pain'
		);
		fc.assert(
			fc.property(fc.array(word, { maxLength: 12 }), (words) => {
				const told = parts(words.join(' ')).join(' ');
				const content = (list: string[]) => list.filter((one) => !['on', 'the', 'with', ''].includes(one));
				expect(content(told.split(' '))).toEqual(content(words));
			})
		);
	});
});
