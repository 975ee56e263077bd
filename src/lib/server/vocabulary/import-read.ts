/** The first stage of an import: from the bytes of a file to a vocabulary, with what was found on the way. */
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { SkosReader, type VocabularyReading } from '../../../core/formats/skos-read';
import type { LabelIndex } from '../../../core/lookup/label-index';
import { ImportError, StrictText } from '../jobs';
import { FORMATS, parsing, REMOTE_CONTEXT, type Format } from './parsers';

export interface ReadVocabulary {
	reading: VocabularyReading;
	/** Adds to the findings what is at odds among the labels, which is found once they are indexed. */
	inspectLabels: (labels: LabelIndex) => void;
}

/**
 * Parses a file without storing anything.
 * Memory: the vocabulary, and the parser's window on the file; for CSV the file itself too.
 * @throws ImportError where the file cannot be read, or holds no heading
 */
export async function readVocabulary(
	file: string,
	format: Format,
	progress: (share: number) => void
): Promise<ReadVocabulary> {
	const { size } = await stat(file);
	if (size === 0) throw new ImportError('empty', 'The file is empty.', 1);
	const reader = new SkosReader();
	const { streams, lines, findings = [] } = await parsing(format, (statement) => reader.add(statement));
	let done = 0;
	const bytes = createReadStream(file, { highWaterMark: 256 * 1024 });
	bytes.on('data', (chunk) => progress((done += chunk.length) / size));
	try {
		await pipeline([bytes, new StrictText(), ...streams]);
	} catch (error) {
		throw asImportError(error, format);
	}
	for (const finding of findings) reader.note(finding);
	const reading = reader.finish();
	if (reading.data.headings.length === 0)
		throw new ImportError(
			'no-heading',
			`The file was read to its end (${reading.counts.statements} statements) and holds no heading: nothing in it is a SKOS concept with a preferred label.`
		);
	return {
		reading,
		inspectLabels: (labels) => {
			reader.inspectLabels(reading, labels);
			for (const finding of reading.findings)
				if (finding.subject !== undefined) finding.line ??= lines?.get(finding.subject);
		}
	};
}

function asImportError(error: unknown, format: Format): Error {
	if (error instanceof ImportError) return error;
	if (!(error instanceof Error) || isSystemError(error))
		return error instanceof Error ? error : new Error(String(error));
	const remote = error.message.indexOf(REMOTE_CONTEXT);
	if (remote >= 0) return new ImportError('remote-context', error.message.slice(remote).split('\n')[0]);
	const line = (error as { context?: { line?: number } }).context?.line ?? lineInMessage(error.message);
	const reason = error.message
		.replace(/ on line \d+\.?$/, '')
		.replace(/^Line \d+ column \d+: /, '')
		.replace(/^\d+:\d+: /, '')
		.split('\n')[0]
		.replace(/\.$/, '');
	const place = line === undefined ? 'The file' : `Line ${line}`;
	return new ImportError('unreadable', `${place} cannot be read as ${FORMATS[format]}: ${reason}.`, line);
}

function lineInMessage(message: string): number | undefined {
	const match = /\bline[: ]+(\d+)/i.exec(message) ?? /^(\d+):\d+: /.exec(message);
	return match ? Number(match[1]) : undefined;
}

/** A fault of the machine, such as a disk that cannot be read, says nothing about the file. */
function isSystemError(error: Error): boolean {
	return typeof (error as { errno?: unknown }).errno === 'number';
}
