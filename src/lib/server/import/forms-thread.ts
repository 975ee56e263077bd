/** The thread that files the forms of labels; large vocabularies have so many that two processors are worth it. */
import { parentPort, workerData } from 'node:worker_threads';
import { filingForms, formsToSections, type LabelDraft } from '../../../core/lookup/label-index';
import { whole } from '../../../core/vocabulary/edition-index';

const sections = formsToSections(whole(filingForms(workerData as Pick<LabelDraft, 'folds' | 'notes'>)));
const buffers = Object.values(sections).flatMap((section) =>
	typeof section === 'string' ? [] : [section.buffer as ArrayBuffer]
);
parentPort?.postMessage(sections, [...new Set(buffers)]);
