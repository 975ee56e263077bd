import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differencesOf, heldTogether, switchesOf } from './together';
import { FITS, ROLES, type Pick } from './inquiry';

const heading = fc
	.constantFrom('a', 'b', 'c', 'd')
	.map((name) => ({ uri: `https://x.example/${name}`, label: name }));
const pick: fc.Arbitrary<Pick> = fc
	.record({
		id: fc.uuid(),
		conceptId: fc.constant('c'),
		indexCode: fc.constant('yarrow'),
		position: fc.nat(),
		headings: fc.uniqueArray(heading, { minLength: 1, maxLength: 3, selector: ({ uri }) => uri }),
		edition: fc.constant('2024'),
		withNarrower: fc.boolean(),
		cuts: fc.uniqueArray(heading, { maxLength: 2, selector: ({ uri }) => uri }),
		chief: fc.boolean(),
		aspects: fc.subarray(['causes', 'costs']),
		role: fc.constantFrom(...ROLES),
		fit: fc.constantFrom(...FITS),
		note: fc.constantFrom('', 'why')
	})
	.map((made) => ({ ...made, cuts: made.withNarrower ? made.cuts : [] }));
const uris = (list: { uri: string }[]) => new Set(list.map(({ uri }) => uri));

describe('headings of two picks held together', () => {
	it('keep every switch on which the two agree, and ask about every other', () => {
		fc.assert(
			fc.property(pick, pick, (one, other) => {
				const asked = new Set(differencesOf(one, other).map(({ field }) => field));
				const held = heldTogether(one, other);
				for (const field of ['withNarrower', 'chief', 'role', 'aspects'] as const) {
					// What was not asked is as both had it.
					if (!asked.has(field))
						expect(new Set([other[field]].flat())).toEqual(new Set([held[field]].flat()));
					expect(held[field]).toEqual(one[field]);
				}
				expect(uris(held.headings)).toEqual(uris([...one.headings, ...other.headings]));
				if (held.withNarrower) expect(uris(held.cuts)).toEqual(uris([...one.cuts, ...other.cuts]));
				expect(differencesOf(one, one)).toEqual([]);
			})
		);
	});

	it('are parted with what was set on them', () => {
		fc.assert(
			fc.property(pick, (one) => {
				const parted = { ...one, headings: [one.headings[0]], ...switchesOf(one) };
				expect(differencesOf(one, parted)).toEqual([]);
				expect(parted.cuts).toEqual(one.cuts);
			})
		);
	});
});
