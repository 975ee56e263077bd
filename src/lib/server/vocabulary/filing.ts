/** Files labels in another thread: texts are handed over as they are read, and asked for in order at the end. */
import { Worker } from 'node:worker_threads';
import type { Filed } from '../../../core/lookup/filing';
import { filedFromSections, listingOf, type Labels } from '../../../core/lookup/label-index';
import type { Section } from '../../../core/vocabulary/packed';
import type { VocabularyData } from '../../../core/vocabulary/types';
import type { FilingMessage } from './filing-thread';
import { THREADS } from '../jobs/threads';

/** Texts sent at a time. */
const BATCH = 2_000;

export class FilingThread {
	private readonly thread = new Worker(THREADS.filing);
	private readonly counts = { label: 0, note: 0 };
	private batch = { labels: [] as string[], notes: [] as string[] };
	private failure: Error | undefined;

	constructor() {
		this.thread.on('error', (error) => (this.failure = error));
	}

	/** Told of every text as it is read, it answers with the text's number. */
	readonly watch = {
		label: (text: string) => this.take('label', text),
		note: (text: string) => this.take('note', text)
	};

	private take(kind: 'label' | 'note', given: string): number {
		// What joins texts must not be in one, and none may be empty; neither changes what a text is filed under.
		const text = given.includes('\0') ? given.replaceAll('\0', ' ') : given || ' ';
		const { labels, notes } = this.batch;
		(kind === 'label' ? labels : notes).push(text);
		if (labels.length + notes.length >= BATCH) this.hand();
		return this.counts[kind]++;
	}

	private hand(): void {
		const { labels, notes } = this.batch;
		this.post({ kind: 'texts', labels: labels.join('\0'), notes: notes.join('\0') });
		this.batch = { labels: [], notes: [] };
	}

	private post(message: FilingMessage): void {
		this.thread.postMessage(message);
	}

	/** The file has been read, so that few texts will come after those that came. */
	prepare(): void {
		this.hand();
		this.post({ kind: 'prepare' });
	}

	/** What the labels and notes of a vocabulary come to. Texts that were mended after they were read go along now. */
	file(data: VocabularyData, labels: Labels): Promise<Filed> {
		const { texts, kinds, notes } = listingOf(data, labels, {
			label: ({ text, filed }) => filed ?? this.take('label', text),
			note: ({ text, filed }) => filed ?? this.take('note', text)
		});
		this.hand();
		return new Promise((resolve, reject) => {
			if (this.failure) return reject(this.failure);
			this.thread.once('message', (sections) =>
				resolve(filedFromSections(sections as Record<string, Section>))
			);
			this.thread.once('error', reject);
			this.thread.once('exit', () => reject(new Error('The thread that files labels has ended.')));
			this.post({ kind: 'file', listing: { texts, kinds, notes: notes.parts() } });
		});
	}

	end(): void {
		void this.thread.terminate();
	}
}
