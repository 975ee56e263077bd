/** The messages of an inquiry, as they stand in the outbox. */
import { ServiceError } from '../errors';
import { type MessageKind, messageLines, messageRow, withdraw } from '../outbox';
import type { Person } from '../people';
import { allowIn } from './inquiry-access';

export interface MessageLine {
	id: string;
	at: string;
	kind: MessageKind;
	to: string;
	subject: string;
	about: string;
	state: 'waiting' | 'withdrawn' | 'sent' | 'failed';
}

/** What there is for whoever asks: news goes to one person each, as it holds addresses that are theirs. */
export async function messagesOf(person: Person | undefined, inquiryId: string): Promise<MessageLine[]> {
	const { id } = await allowIn(person, 'take-part', inquiryId);
	return (await messageLines(inquiryId, id)).map(({ at, ...line }) => ({ ...line, at: at.toISOString() }));
}

export async function messageFile(
	person: Person | undefined,
	inquiryId: string,
	id: string
): Promise<Response> {
	const { id: personId } = await allowIn(person, 'take-part', inquiryId);
	const row = await messageRow(inquiryId, personId, id);
	if (!row) throw new ServiceError(404, 'no-message', 'There is no such message in the outbox.');
	return new Response(row.eml, {
		headers: { 'content-type': 'message/rfc822', 'content-disposition': `attachment; filename="${id}.eml"` }
	});
}

/** Takes a message back. It stays in the outbox, as what was asked for and taken back should be seen. */
export async function withdrawMessage(
	person: Person | undefined,
	inquiryId: string,
	id: string
): Promise<void> {
	const { id: personId } = await allowIn(person, 'change-inquiry', inquiryId);
	if (!(await messageRow(inquiryId, personId, id)))
		throw new ServiceError(404, 'no-message', 'There is no such message in the outbox.');
	await withdraw(inquiryId, id);
}
