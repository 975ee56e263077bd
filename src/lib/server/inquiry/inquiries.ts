/** The inquiries as a whole: listing, making, copying, archiving, removing and having back. */
import { randomUUID } from 'node:crypto';
import { allow, type Person } from '../people';
import { inTransaction } from '../db';
import { ServiceError } from '../errors';
import {
	indexNames,
	inquiryLines,
	inquiryRow,
	insertInquiry,
	noInquiry,
	insertInquiryOf,
	originOf,
	setState
} from './inquiry-rows';
import { loadInquiry } from './loading';
import { allowIn } from './inquiry-access';

/** All inquiries that are not removed, latest first, with how far each crosswalk has come. */
export async function listInquiries(person: Person | undefined) {
	return inquiryLines(allow(person, 'read'));
}

/** The indexes that an inquiry has chosen, in their order. One row, for what needs no more of it. */
export async function chosenIndexes(person: Person | undefined, id: string): Promise<string[]> {
	await allowIn(person, 'read', id);
	const row = await inquiryRow(id);
	if (!row) throw noInquiry(id);
	return row.indexes;
}

/** What is said of an index that an inquiry does not use, whether there is one or not. */
export const indexNotUsed = () =>
	new ServiceError(404, 'index-not-used', 'This inquiry does not use that subject index.');

export async function createInquiry(
	person: Person | undefined,
	{ id, title, question, indexes }: { id: string; title: string; question: string; indexes?: string[] }
): Promise<string> {
	const { id: owner } = allow(person, 'work');
	const name = title.trim();
	if (name === '' || name.length > 200)
		throw new ServiceError(422, 'invalid', 'An inquiry needs a title of at most 200 characters.');
	const chosen = indexes ?? (await indexNames()).map(({ code }) => code);
	const row = { id, title: name, question: question.trim(), indexes: chosen };
	const isFree = await inTransaction((tx) => insertInquiry(row, owner, tx));
	if (!isFree) throw new ServiceError(409, 'taken', `There is an inquiry “${id}” already.`);
	return id;
}

/** An inquiry like this one, with everything recorded and a history that begins anew; it is of whoever copies it. */
export async function copyInquiry(person: Person | undefined, id: string): Promise<string> {
	await allowIn(person, 'read', id);
	const { id: owner } = allow(person, 'work');
	return inTransaction(async (tx) => {
		const { inquiry } = await loadInquiry(id, { on: tx });
		const copy = randomUUID();
		const title = `${inquiry.about.title.slice(0, 190)} (copy)`;
		const copyOf = await originOf(id, tx);
		await insertInquiryOf(
			{ ...inquiry, about: { ...inquiry.about, id: copy, title } },
			{ copyOf },
			owner,
			tx
		);
		return copy;
	});
}

/** Puts an inquiry into the archive or takes it out; removes it, or has it back. */
export async function setInquiryState(
	person: Person | undefined,
	id: string,
	{ archived, removed }: { archived?: boolean; removed?: boolean }
): Promise<void> {
	await allowIn(person, removed === undefined ? 'change-inquiry' : 'own-inquiry', id);
	const state = {
		...(archived !== undefined && { archived }),
		...(removed !== undefined && { deletedAt: removed ? new Date() : null })
	};
	if (!(await setState(id, state, removed === false))) throw noInquiry(id);
}
