/** The editions of an index: which there are, which one is current, what changed between two. */
import type { EditionDifference } from '../../../core/edition/difference';
import { ServiceError } from '../errors';
import { isLoading } from '../jobs';
import { allow, type Person } from '../people';
import { differenceBetween } from './differing';
import {
	deleteEdition,
	type EditionRow,
	editionsOf,
	editionsWaiting,
	inquiriesDecidedIn,
	setCurrent
} from './edition-rows';
import { currentIndex, editionIndex } from './editions';

export interface EditionSummary {
	label: string;
	loadedAt: string;
	headings: number;
	entryTerms: number;
	relations: number;
	isCurrent: boolean;
	/** Why it waits for somebody to make it current; empty where it does not. */
	held: string;
}

/** The editions that are kept, the one loaded last first. */
export async function listEditions(person: Person | undefined, code: string): Promise<EditionSummary[]> {
	allow(person, 'read');
	const { index } = await currentIndex(code);
	return (await editionsOf(code)).map((row) => ({
		label: row.label,
		loadedAt: row.loadedAt.toISOString(),
		headings: row.headings,
		entryTerms: row.entryTerms,
		relations: row.relations,
		isCurrent: row.id === index.currentEdition,
		held: row.held
	}));
}

/** Labels of the editions that wait to be made current, by the code of their index. */
export async function waitingEditions(person: Person | undefined): Promise<Record<string, string[]>> {
	allow(person, 'read');
	return editionsWaiting();
}

/** @throws ServiceError where the index has no edition of that label; of several, the one loaded last is meant */
export async function editionLabelled(code: string, label: string): Promise<EditionRow> {
	const found = (await editionsOf(code)).find((row) => row.label === label);
	if (!found) {
		const { index } = await currentIndex(code);
		throw new ServiceError(404, 'no-edition', `${index.name} has no edition “${label}”.`);
	}
	return found;
}

/** What changed from one edition to another, in either order of time. */
export async function differenceOfEditions(
	person: Person | undefined,
	code: string,
	from: string,
	to: string
): Promise<EditionDifference> {
	allow(person, 'read');
	const [before, after] = await Promise.all([editionLabelled(code, from), editionLabelled(code, to)]);
	return differenceBetween(before.id, after.id);
}

/** Makes an edition the one that is searched and browsed: one that waited, or an earlier one, which takes the later back. */
export async function makeEditionCurrent(
	person: Person | undefined,
	code: string,
	label: string
): Promise<void> {
	allow(person, 'change-indexes');
	const edition = await editionLabelled(code, label);
	// It must be readable before anything relies on it.
	await editionIndex(edition);
	await setCurrent(code, edition.id);
}

/** Removes an edition that is not current, unless something was decided in it: nobody could say then what changed since. */
export async function removeEdition(person: Person | undefined, code: string, label: string): Promise<void> {
	allow(person, 'change-indexes');
	const edition = await editionLabelled(code, label);
	if (await isLoading(code))
		throw new ServiceError(
			409,
			'index-in-use',
			'The index is being loaded. Remove the edition when that has ended.'
		);
	const inquiries = await inquiriesDecidedIn(code, label);
	if (inquiries > 0)
		throw new ServiceError(
			409,
			'edition-needed-still',
			`${inquiries === 1 ? 'An inquiry holds' : `${inquiries} inquiries hold`} what was decided in the edition ${label}, and what changed since is told from it. Take or leave the repairs there first.`
		);
	if (!(await deleteEdition(code, edition.id)))
		throw new ServiceError(
			409,
			'edition-current',
			`The edition ${label} is in use. Make another one current before it is removed.`
		);
}
