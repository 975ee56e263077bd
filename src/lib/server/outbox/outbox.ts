/** Messages: put down as files of mail in a stand-in outbox, from which nothing is sent. */
import { randomUUID } from 'node:crypto';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import { ServiceError } from '../errors';
import { allow, type Person } from '../people';
import type { Transaction } from '../db';
import { insertMessage, insertMessageIn, messageLines, messageRow, withdraw } from './outbox-rows';

/** Asked of the library, works handed on, or what watches found. */
type MessageKind = 'request' | 'works' | 'news';

export interface NewMessage {
	kind: MessageKind;
	to: string;
	subject: string;
	text: string;
	about?: string;
	/** Where an answer is to go; nobody in particular where it is empty. */
	replyTo?: string;
	attachments?: { filename: string; content: string; contentType: string }[];
}

export interface MessageLine {
	id: string;
	at: string;
	kind: MessageKind;
	to: string;
	subject: string;
	about: string;
	state: 'waiting' | 'withdrawn';
}

const FROM = { name: 'Oakmoss', address: 'oakmoss@outbox.example' };

/** Puts a message into the outbox. @returns its identifier */
export async function putMessage(
	person: Person | undefined,
	inquiryId: string,
	message: NewMessage
): Promise<string> {
	const { id: personId } = allow(person, 'change-inquiry');
	const row = await composed(inquiryId, personId, message);
	await insertMessage(row);
	return row.id;
}

/** The same in a transaction, so that what the message tells of is known to be told if it is there. */
export async function insertComposed(
	tx: Transaction,
	inquiryId: string,
	personId: string,
	message: NewMessage
): Promise<void> {
	await insertMessageIn(tx, await composed(inquiryId, personId, message));
}

async function composed(
	inquiryId: string,
	personId: string,
	{ kind, to, subject, text, about = '', replyTo, attachments = [] }: NewMessage
) {
	const id = randomUUID();
	const message = new MailComposer({
		from: FROM,
		to,
		subject,
		text,
		messageId: `<${id}@outbox.example>`,
		...(replyTo && { replyTo }),
		attachments
	});
	const eml = (await message.compile().build()).toString('utf8');
	return { id, inquiryId, personId, kind, to, subject, about, eml };
}

export async function messagesOf(person: Person | undefined, inquiryId: string): Promise<MessageLine[]> {
	allow(person, 'read');
	return (await messageLines(inquiryId)).map(({ at, ...line }) => ({ ...line, at: at.toISOString() }));
}

export async function messageFile(
	person: Person | undefined,
	inquiryId: string,
	id: string
): Promise<Response> {
	allow(person, 'read');
	const row = await messageRow(inquiryId, id);
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
	allow(person, 'change-inquiry');
	if (!(await messageRow(inquiryId, id)))
		throw new ServiceError(404, 'no-message', 'There is no such message in the outbox.');
	await withdraw(inquiryId, id);
}
