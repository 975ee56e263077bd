import { describe, expect, it } from 'vitest';
import type { StepPlace } from '$core/teaching';
import { addressOf, placeAt } from './places';

const places: StepPlace[] = [
	{ screen: 'question', concept: 'c' },
	{ screen: 'indexes' },
	{ screen: 'crosswalk', concept: 'c', index: 'yarrow' },
	{ screen: 'browse', concept: 'c', word: 'sleep & rest' },
	{ screen: 'browse', index: 'yarrow', heading: 'sleep/1', concept: 'c' },
	{ screen: 'strategy', index: 'yarrow' },
	{ screen: 'records', index: 'yarrow', record: 'r/1' },
	{ screen: 'reading-list' },
	{ screen: 'logbook' },
	{ screen: 'keep-up', concept: 'c' }
];

describe('the place of a step', () => {
	it.each(places)('is found again at its address: %j', (place) => {
		const address = addressOf(place, 'an inquiry');
		expect(address.startsWith('/inquiry/an inquiry')).toBe(true);
		expect(placeAt(new URL(address, 'http://here'))).toEqual(place);
	});

	it('is the crosswalk where nothing is named, and that of a screen that leads off from another', () => {
		expect(placeAt(new URL('http://here/inquiry/q'))).toEqual({ screen: 'crosswalk' });
		expect(placeAt(new URL('http://here/inquiry/q/check?index=a'))).toEqual({
			screen: 'strategy',
			index: 'a'
		});
		expect(placeAt(new URL('http://here/inquiry/q/something'))).toEqual({ screen: 'crosswalk' });
	});
});
