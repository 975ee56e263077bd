/** Files of every kind, broken in ten thousand ways each, and what their readers make of them. */
import { crosswalkFromCsv, crosswalkToCsv } from '../../src/core/formats/crosswalk-csv';
import { crosswalkFromJson, crosswalkToJson } from '../../src/core/formats/crosswalk-json';
import { readMappings } from '../../src/core/formats/known-mappings';
import { taggedRows } from '../../src/core/formats/tagged-text';
import { csvStatements } from '../../src/core/formats/vocabulary-csv';
import { random } from '../../demo/random';
import { DEMO_INDEXES } from '../../demo/indexes';
import type { Inquiry } from '../../src/core/crosswalk';
import { BibtexReader } from '../../src/core/formats/bibtex';
import { writeBibtex } from '../../src/core/formats/bibtex-write';
import { crosswalkFromSssom, crosswalkToSssom } from '../../src/core/formats/crosswalk-sssom';
import { CslJsonReader, writeCslItems } from '../../src/core/formats/csl-json';
import { RecordCsvReader, writeRecordsCsv } from '../../src/core/formats/record-csv';
import type { RecordDraft } from '../../src/core/formats/record-draft';
import { readWhole, type RecordReader } from '../../src/core/formats/record-reading';
import { RisReader, writeRis } from '../../src/core/formats/ris';
import { parseBibtex } from '../../src/lib/server/records/bibtex-entry';

const MUTATIONS = 10_000;

interface Broken {
	what: string;
	/** The longest that one file took, in milliseconds. */
	slowest: number;
	/** Files that were read to their end, or refused in words. */
	ended: number;
	of: number;
}

export function readBroken(inquiry: Inquiry, few: readonly RecordDraft[]): Broken[] {
	const read: Broken[] = [];
	// What a package says of broken files is not looked at here.
	console.warn = () => {};
	const tagged = 'Noise\n  SN  Of rooms.\n  UF  Din\n  BT  Sound\n  NT2 x\n\nDin\n  USE Noise + Sound\n';
	const names = DEMO_INDEXES.map(({ code, name, edition }) => ({ code, name, edition }));
	const whole = (make: () => RecordReader) => (text: string) => void readWhole(make(), text);
	const readers: Record<string, [text: string, read: (text: string) => void]> = {
		RIS: [writeRis(few), whole(() => new RisReader())],
		BibTeX: [writeBibtex(few, parseBibtex), whole(() => new BibtexReader(parseBibtex))],
		'CSL-JSON': [`[${writeCslItems(few)}]`, whole(() => new CslJsonReader())],
		'CSV of records': [writeRecordsCsv(few), whole(() => new RecordCsvReader())],
		'tagged text': [tagged, (text) => void [...csvStatements(taggedRows(text).rows).statements]],
		'crosswalk as SSSOM': [crosswalkToSssom(inquiry, names), (text) => void crosswalkFromSssom(text)],
		'crosswalk as CSV': [crosswalkToCsv(inquiry, names), (text) => void crosswalkFromCsv(text)],
		'crosswalk as JSON': [
			JSON.stringify(crosswalkToJson(inquiry, names)),
			(text) => void crosswalkFromJson(text)
		],
		'known mappings': [crosswalkToSssom(inquiry, names), (text) => void readMappings(text)]
	};
	for (const [what, [text, readerOf]] of Object.entries(readers)) {
		const next = random(7);
		const at = (most: number) => Math.floor(next() * most);
		const signs = [
			'{',
			'}',
			'"',
			'\\',
			'\n',
			'\r',
			'\t',
			',',
			'@',
			'#',
			'=',
			'\0',
			'\ud800',
			'<',
			' ',
			';',
			'|',
			':',
			'[',
			']',
			'TY  - ',
			'ER  - ',
			'𝛼'
		];
		let ended = 0;
		let slowest = 0;
		for (let i = 0; i < MUTATIONS; i++) {
			let broken = text.slice(0, 4_000);
			for (let times = 1 + at(4); times > 0; times--) {
				const [from, to] = [at(broken.length), at(broken.length)].sort((a, b) => a - b);
				const way = at(4);
				if (way === 0) broken = broken.slice(0, from) + signs[at(signs.length)] + broken.slice(from);
				else if (way === 1) broken = broken.slice(0, from) + broken.slice(Math.min(to, from + 40));
				else if (way === 2)
					broken = broken.slice(0, to) + broken.slice(from, Math.min(to, from + 200)) + broken.slice(to);
				else broken = broken.slice(0, from) + signs[at(signs.length)] + broken.slice(from + 1);
			}
			const begun = performance.now();
			try {
				readerOf(broken);
				ended++;
			} catch (error) {
				// A refusal says something; a fault of the program says something else.
				if (
					error instanceof Error &&
					!(error instanceof TypeError) &&
					!(error instanceof RangeError) &&
					error.message
				)
					ended++;
				else console.error(what, error);
			}
			slowest = Math.max(slowest, performance.now() - begun);
		}
		read.push({ what, slowest, ended, of: MUTATIONS });
	}
	return read;
}
