import { CompletionContext } from '@codemirror/autocomplete';
import { EditorState } from '@codemirror/state';
import { describe, expect, it } from 'vitest';
import { complete, type Offered } from './cql-completion';

const offered: Offered = {
	limits: () => [
		{
			field: 'oak.age',
			label: 'Age group',
			kind: 'choice',
			counts: [{ value: 'young "adults"', size: 1_200 }]
		},
		{ field: 'dc.date', label: 'Year', kind: 'number', counts: [] }
	],
	headings: (typed) => Promise.resolve([{ label: `Rooms "${typed}"`, detail: '12 records' }])
};

/** What is offered where the mark stands, as it would be written, and what that takes the place of. */
async function at(marked: string, explicit = false) {
	const pos = marked.indexOf('|');
	const doc = marked.replace('|', '');
	const result = await complete(new CompletionContext(EditorState.create({ doc }), pos, explicit), offered);
	return (
		result && {
			replaced: doc.slice(result.from, pos),
			options: result.options.map(({ label, apply }) => (typeof apply === 'string' ? apply : label)),
			details: result.options.map(({ detail }) => detail)
		}
	);
}

describe('completion of CQL', () => {
	it('offers headings inside the quotes of a subject, also of a second one and after a modifier', async () => {
		for (const before of [
			'dc.subject = "',
			'dc.subject =/oak.narrower "',
			'cql.anywhere = "x" and dc.subject = "',
			'dc.subject = "Walls" or dc.subject = "'
		])
			expect(await at(`${before}qui|`), before).toMatchObject({
				replaced: 'qui',
				options: ['Rooms \\"qui\\"'],
				details: ['12 records']
			});
	});

	it('offers the values of a limit, quoted where they need it, with how often each occurs', async () => {
		expect(await at('oak.age = |')).toEqual({
			replaced: '',
			options: ['"young \\"adults\\""'],
			details: ['1,200']
		});
		expect((await at('oak.age = "yo|'))?.replaced).toBe('"yo');
	});

	it('offers modifiers after a slash', async () => {
		const found = await at('dc.subject =/oak.|');
		expect(found?.replaced).toBe('/oak.');
		expect(found?.options).toContain('/oak.narrower');
	});

	it('offers fields and operators at a word, and at nothing only when asked', async () => {
		const found = await at('dc.subject = "Walls" an|');
		expect(found).toMatchObject({ replaced: 'an' });
		expect(found?.options).toEqual(
			expect.arrayContaining(['and', 'dc.subject = ', 'oak.age = ', 'dc.date >= '])
		);
		expect(await at('dc.subject = "Walls" |')).toBeNull();
		expect((await at('|', true))?.options).toContain('dc.subject = ');
	});
});
