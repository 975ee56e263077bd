/** Records as files, in every format that they can be read in. */
import type { Files } from '../endpoint';
import { Readable } from 'node:stream';
import { writeBibtex } from '../../../core/formats/bibtex-write';
import { writeCslItems } from '../../../core/formats/csl-json';
import { writeRecordsCsv } from '../../../core/formats/record-csv';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { RECORD_FORMATS, type RecordFormat } from '../../../core/formats/record-reading';
import { writeRis } from '../../../core/formats/ris';
import { ServiceError } from '../errors';
import { allow, type Person } from '../people';
import { currentIndex } from '../vocabulary';
import { parseBibtex } from './bibtex-entry';
import { type RecordLine, recordLines } from './record-lines';
import { labelsOf } from './record-store';
import { referencesOf } from './stored-rows';

/** How a format is written, so many records at a time. */
interface Writer {
	write: (drafts: readonly RecordDraft[], isFirst: boolean) => string;
	end: string;
}

const WRITERS: Record<RecordFormat, Writer> = {
	'application/x-research-info-systems': { write: writeRis, end: '' },
	'application/x-bibtex': { write: (drafts) => writeBibtex(drafts, parseBibtex), end: '' },
	'application/vnd.citationstyles.csl+json': {
		write: (drafts, isFirst) => `${isFirst ? '[' : ','}\n${writeCslItems(drafts)}`,
		end: '\n]\n'
	},
	'text/csv': { write: writeRecordsCsv, end: '' }
};

/** Records read and written at a time: what an export holds in memory, however many there are. */
const AT_A_TIME = 2_000;

/** All records of an index as a file, in their order, with their labels and what they refer to: an index moves whole. */
export async function exportRecords(
	person: Person | undefined,
	code: string,
	ending: string
): Promise<Response> {
	allow(person, 'read');
	const current = await currentIndex(code);
	async function* batches() {
		const { records } = current.index;
		for (let from = 0; from === 0 || from < records; from += AT_A_TIME) {
			const numbers = Array.from({ length: Math.min(AT_A_TIME, records - from) }, (_, i) => from + i);
			const [lines, references] = await Promise.all([
				recordLines(current, numbers),
				referencesOf(code, numbers)
			]);
			const cites = new Map<number, string[]>();
			for (const { n, cited } of references) cites.set(n, [...(cites.get(n) ?? []), cited]);
			yield lines.map((line) => ({
				...draftOf(line),
				limits: labelsOf(line.limits),
				...(cites.has(line.n) && { cites: cites.get(line.n) })
			}));
		}
	}
	return recordFile(batches(), ending, `${code}-records`);
}

/**
 * A file of records, written as they come.
 * @param ending of the file, which says its format
 * @param name of the file, without its ending
 * @throws ServiceError where there is no such format
 */
export function recordFile(
	batches: AsyncIterable<readonly RecordDraft[]>,
	ending: string,
	name: string
): Response {
	const known = Object.entries(RECORD_FORMATS).find(([, format]) => format.ending === ending);
	if (!known) {
		const endings = Object.values(RECORD_FORMATS).map((format) => `.${format.ending}`);
		throw new ServiceError(404, 'no-format', `Records are given as ${endings.join(', ')}.`);
	}
	const type = known[0] as RecordFormat;
	async function* parts(): AsyncGenerator<Uint8Array> {
		const { write, end } = WRITERS[type];
		let isFirst = true;
		for await (const drafts of batches) {
			yield Buffer.from(write(drafts, isFirst));
			isFirst = false;
		}
		yield Buffer.from(end);
	}
	return new Response(Readable.toWeb(Readable.from(parts())) as ReadableStream, {
		headers: {
			'content-type': `${type}; charset=utf-8`,
			'content-disposition': `attachment; filename="${name}.${ending}"`
		}
	});
}

export function draftOf({ id, item, headings }: RecordLine): RecordDraft {
	return {
		key: id,
		item,
		taggings: headings.map(({ uri, label, chief, aspect }) => ({
			uri,
			label,
			chief,
			...(aspect !== null && { aspect })
		}))
	};
}

/** Endings by which records are given, each with its media type and what such a file is. */
export const recordFilesOf = (says: (format: { name: string; ending: string }) => string): Files =>
	Object.fromEntries(
		Object.entries(RECORD_FORMATS).map(([type, format]) => [format.ending, { type, summary: says(format) }])
	);
