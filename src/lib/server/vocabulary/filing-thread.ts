/** The thread that files the labels of a large vocabulary while its file is still being read. */
import { parentPort } from 'node:worker_threads';
import { TextFiling, type Listing } from '../../../core/lookup/filing';
import { filedToSections } from '../../../core/lookup/label-index';
import { Rows } from '../../../core/vocabulary/packed';

export type FilingMessage =
	/** Texts joined by `BETWEEN`, as one string goes from thread to thread faster than many. */
	| { kind: 'texts'; labels: string; notes: string }
	/** The file has been read. */
	| { kind: 'prepare' }
	| {
			kind: 'file';
			listing: Omit<Listing, 'notes'> & { notes: { starts: Uint32Array; values: Uint32Array } };
	  };

/** A NUL byte stands in no text: a file that has one is refused before it is read. */
const BETWEEN = '\0';

const apart = (joined: string) => (joined === '' ? [] : joined.split(BETWEEN));

const filing = new TextFiling();

parentPort?.on('message', (message: FilingMessage) => {
	if (message.kind === 'texts') {
		for (const text of apart(message.labels)) filing.addLabel(text);
		for (const text of apart(message.notes)) filing.addNote(text);
		return;
	}
	if (message.kind === 'prepare') return filing.prepare();
	const { texts, kinds, notes } = message.listing;
	const sections = filedToSections(
		filing.file({ texts, kinds, notes: new Rows(notes.starts, notes.values) })
	);
	const buffers = Object.values(sections).flatMap((section) =>
		typeof section === 'string' ? [] : [section.buffer as ArrayBuffer]
	);
	parentPort?.postMessage(sections, [...new Set(buffers)]);
});
