/** Messages: put down as files of mail in a stand-in outbox, from which nothing is sent. */
import { randomUUID } from 'node:crypto';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import { ServiceError } from '../errors';
import { allow, type Person } from '../people';
import { insertMessage, messageLines, messageRow, withdraw } from './outbox-rows';

export interface NewMessage {
	kind: 'request' | 'works';
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
	kind: 'request' | 'works';
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
	{ kind, to, subject, text, about = '', replyTo, attachments = [] }: NewMessage
): Promise<string> {
	const { id: personId } = allow(person, 'change-inquiry');
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
	await insertMessage({ id, inquiryId, personId, kind, to, subject, about, eml });
	return id;
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
