import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { EditionIndex, PACK_FORM } from './edition-index';
import { vocabularyOf } from '../vocabulary/make.test-aid';
import { pack, unpack } from '../vocabulary/packed';

/** With a bit of everything that is indexed or packed in its own way. */
const data = vocabularyOf(
	[
		{ label: 'Rooms', entry: ['Spaces', 'ROOM (Building)'], note: 'Parts of a building, with walls.' },
		{ label: 'Rooms, Quiet', broader: ['Rooms'], entry: ['Noise-free behaviour', 'QR', 'Quiet/Rooms'] },
		{ label: 'Räume über Straßen', broader: ['Rooms'], related: ['Rooms, Quiet'], entry: ['Łódź', '漢字'] },
		{ label: 'Houses he echoes', entry: ['Of the'] }
	],
	{ 'Quiet spaces': ['Rooms', 'Rooms, Quiet'] }
);

describe('a pack', () => {
	it('has another form whenever its bytes are others', () => {
		const bytes = EditionIndex.build(data).toBytes();
		const digest = createHash('sha256').update(bytes).digest('hex').slice(0, 16);
		// Where this fails, words are indexed or packed differently: raise the form, so that stored packs are made anew.
		expect({ form: PACK_FORM, digest }).toEqual({ form: '4', digest: '14aa4970a7184418' });
	});

	it('is read in its own form only', () => {
		const sections = unpack(EditionIndex.build(data).toBytes());
		expect(EditionIndex.fromBytes(pack(sections))?.names.at(1)).toBe('Rooms, Quiet');
		expect(EditionIndex.fromBytes(pack({ ...sections, form: '1' }))).toBeUndefined();
		const { form, ...without } = sections;
		expect(form).toBe(PACK_FORM);
		expect(EditionIndex.fromBytes(pack(without))).toBeUndefined();
	});
});
