import { readdirSync, readFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { JsonGuard, XmlGuard } from '../vocabulary/guards';
import { StrictText } from './strict-text';
import { FOLDER, formatOf, MOST_BYTES, receive, uploadOf } from './uploads';

const streamOf = (...parts: Uint8Array[]) =>
	new ReadableStream<Uint8Array>({
		start(controller) {
			parts.forEach((part) => controller.enqueue(part));
			controller.close();
		}
	});
const bytes = (text: string) => new TextEncoder().encode(text);
const folders = () => readdirSync(tmpdir()).filter((name) => name.startsWith(`${FOLDER}${process.pid}-`));

describe('a file that is sent', () => {
	it('lies there as it came, in a folder of its own', async () => {
		const { file, folder, total } = await receive({
			length: undefined,
			body: streamOf(bytes('one\n'), bytes('two'))
		});
		expect(readFileSync(file, 'utf8')).toBe('one\ntwo');
		expect(total).toBe(7);
		await rm(folder, { recursive: true });
	});

	it.each([
		['empty', { length: 0, body: streamOf() }, 'empty'],
		['without a body', { length: undefined, body: null }, 'empty'],
		['too large by its own word', { length: MOST_BYTES + 1, body: streamOf(bytes('x')) }, 'too-large']
	])('leaves nothing behind when it is %s', async (_, sent, code) => {
		const before = folders();
		await expect(receive(sent)).rejects.toMatchObject({ code });
		expect(folders()).toEqual(before);
	});

	it('leaves nothing behind when the sender is gone in the middle', async () => {
		const before = folders();
		const body = new ReadableStream<Uint8Array>({
			pull(controller) {
				controller.enqueue(bytes('half'));
				controller.error(new Error('The line is dead.'));
			}
		});
		await expect(receive({ length: undefined, body })).rejects.toThrow();
		expect(folders()).toEqual(before);
	});

	it('is of a type that is known, however that is written', () => {
		const known = { 'text/csv': {}, 'text/turtle': {} };
		expect(formatOf({ contentType: 'Text/CSV; charset=utf-8' }, known, 'Records')).toBe('text/csv');
		for (const contentType of ['', 'text/html', 'constructor', '__proto__'])
			expect(() => formatOf({ contentType }, known, 'Records')).toThrow(
				/Records can be sent as text\/csv, text\/turtle/
			);
		const request = new Request('http://localhost/', { method: 'PUT', body: 'x', headers: { 'content-type': 'text/csv' } }); // prettier-ignore
		expect(uploadOf('fern', request)).toMatchObject({
			indexCode: 'fern',
			contentType: 'text/csv',
			length: undefined
		});
	});
});

/** What comes out of a stream when bytes are put in, cut where it is said; and why it ended. */
async function through(
	guard: StrictText | JsonGuard | XmlGuard,
	input: Uint8Array,
	cuts: readonly number[] = []
) {
	const places = [0, ...cuts.map((cut) => cut % (input.length + 1)).sort((a, b) => a - b), input.length];
	const parts = places.slice(1).map((end, i) => Buffer.from(input.subarray(places[i], end)));
	let text = '';
	try {
		await pipeline(Readable.from(parts.filter((part) => part.length > 0)), guard, async (source) => {
			for await (const part of source as AsyncIterable<string>) text += part;
		});
	} catch (error) {
		return { text, code: (error as { code: string }).code, line: (error as { line?: number }).line };
	}
	return { text };
}

describe('text from bytes', () => {
	it('is what was meant wherever the pieces are cut', async () => {
		await fc.assert(
			fc.asyncProperty(
				fc.string({ unit: 'grapheme' }),
				fc.array(fc.nat(), { maxLength: 5 }),
				async (text, cuts) => {
					if (text.includes('\0') || text.startsWith('\uFEFF')) return;
					expect((await through(new StrictText(), bytes(text), cuts)).text).toBe(text);
				}
			),
			{ numRuns: 60 }
		);
	});

	it.each([
		['a byte that is no text', [0x61, 0x0a, 0x62, 0x0a, 0xff, 0x0a], 3],
		['a NUL', [0x61, 0x0a, 0x00], 2],
		['an end in the middle of a character', [0x61, 0x0a, 0xe2, 0x82], 2]
	])('is refused with its line: %s', async (_, input, line) => {
		for (const cuts of [[], [1], [2, 3]])
			expect(await through(new StrictText(), Uint8Array.from(input), cuts)).toMatchObject({
				code: 'not-text',
				line
			});
	});
});

describe('a guard before a parser', () => {
	const xml = (text: string, cuts: number[] = []) => through(new XmlGuard(), bytes(text), cuts);
	const nested = (levels: number) => `${'<a>'.repeat(levels)}${'</a>'.repeat(levels)}`;

	it.each([
		['an external DOCTYPE', '<!DOCTYPE a SYSTEM "http://x/a.dtd"><a/>', 'external-entity'],
		[
			'an external entity',
			'<!DOCTYPE a [<!ENTITY b SYSTEM "file:///etc/passwd">]><a>&b;</a>',
			'external-entity'
		],
		['an external parameter', '<!DOCTYPE a [<!ENTITY % b PUBLIC "x" "http://x/">]><a/>', 'external-entity'],
		['entities of entities', '<!DOCTYPE a [<!ENTITY b "x"><!ENTITY c "&b;&b;">]><a>&c;</a>', 'nested-entity'],
		[
			'entities of entities behind an apostrophe',
			`<!DOCTYPE a [<!ENTITY b "it's x"><!ENTITY c "it's &b;&b;">]><a>&c;</a>`,
			'nested-entity'
		],
		[
			'entities of entities between apostrophes',
			`<!DOCTYPE a [<!ENTITY b 'x'><!ENTITY c '"&b;&b;'>]><a>&c;</a>`,
			'nested-entity'
		],
		['elements without end', nested(201), 'too-deep']
	])('refuses %s', async (_, text, code) => {
		for (const cuts of [[], [7, 20, 33]]) expect(await xml(text, cuts)).toMatchObject({ code });
	});

	it.each([
		['entities that are texts', '<!DOCTYPE a [<!ENTITY b "SYSTEM of rooms">]><a>&b;</a>'],
		['what only looks so, in a comment', '<a><!-- <!DOCTYPE x SYSTEM "y"> <b><b> --></a>'],
		['what only looks so, in CDATA', `<a><![CDATA[${'<b>'.repeat(300)}]]></a>`],
		['elements in a row', `<a>${'<b></b>'.repeat(500)}</a>`],
		['just as deep as it may be', nested(200)],
		['what is broken: its parser says so', '<a><b></a']
	])('lets pass %s', async (_, text) => expect(await xml(text, [5, 11])).toEqual({ text }));

	it('counts brackets of JSON where they are brackets', async () => {
		const json_ = (text: string, cuts: number[] = []) => through(new JsonGuard(), bytes(text), cuts);
		expect(await json_('['.repeat(201))).toMatchObject({ code: 'too-deep' });
		expect(await json_('{"a":'.repeat(201), [4, 99])).toMatchObject({ code: 'too-deep' });
		for (const text of [
			`"${'['.repeat(500)}"`,
			`[${'[],'.repeat(400)}[]]`,
			'{"a":"\\"[[["}',
			'[1, 2',
			'nonsense [[['
		])
			expect(await json_(text, [3])).toEqual({ text });
	});
});
