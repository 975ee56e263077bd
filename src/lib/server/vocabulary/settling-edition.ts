/** What becomes of an edition that has just been read: whether it is the same file again, its label, and whether it is made current. */
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import type { VocabularyData } from '../../../core/vocabulary/vocabulary-data';
import type { Transaction } from '../db';
import { currentEditionOf, editionLabels, headingsShared } from './edition-rows';

/** An index with fewer headings is being put together, and anything may take their place. */
const FEW = 50;
/** A vocabulary that shares less than this with the one before is taken for another. */
const SHARED = 0.2;

export async function digestOf(file: string): Promise<string> {
	const hash = createHash('sha256');
	for await (const chunk of createReadStream(file)) hash.update(chunk as Buffer);
	return hash.digest('hex');
}

/** A label that no other edition of the index has, so that what names an edition by it means one. */
export async function freeLabel(tx: Transaction, indexCode: string, wanted: string): Promise<string> {
	const taken = new Set(await editionLabels(tx, indexCode));
	let label = wanted;
	for (let n = 2; taken.has(label); n++) label = `${wanted} (${n})`;
	return label;
}

export interface Settled {
	/** The edition that is current now, if any. */
	current?: { id: number; label: string; headings: number; digest: string; byHand: boolean };
	/** Why the new one should not be made current without a person; nothing where it should. */
	held?: string;
}

/** Looks at what comes against what is there. Two statements, with an array of all headings. */
export async function settle(
	tx: Transaction,
	indexCode: string,
	label: string,
	{ headings }: VocabularyData
): Promise<Settled> {
	const current = await currentEditionOf(tx, indexCode);
	if (!current || current.headings < FEW) return { current };
	const older = isOlder(label, current.label);
	if (older) return { current, held: `By its name it is older than the present edition ${current.label}.` };
	if (headings.length * 2 < current.headings)
		return {
			current,
			held: `It has ${headings.length} headings where the present edition has ${current.headings}.`
		};
	const shared = await headingsShared(
		tx,
		current.id,
		headings.map(({ uri }) => uri),
		headings.map(({ labels }) => labels[0].text)
	);
	if (shared < SHARED * Math.min(current.headings, headings.length))
		return {
			current,
			held: `Only ${shared} of the ${current.headings} headings of the present edition are in it, by identifier or by label; it looks like another vocabulary.`
		};
	return { current };
}

/** Whether a label names an earlier time than another; labels that name none say nothing. */
export function isOlder(label: string, than: string): boolean {
	const [a, b] = [timeIn(label), timeIn(than)];
	return a !== undefined && b !== undefined && a < b.slice(0, a.length) && a < b;
}

/** The year in a label, with the month and day after it where they stand there. */
const timeIn = (label: string) => /\b(?:19|20)\d\d(?:-\d\d(?:-\d\d)?)?\b/.exec(label)?.[0];
