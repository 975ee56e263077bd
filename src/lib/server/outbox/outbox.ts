/** Messages: put down as files of mail in an outbox. Those about accounts are sent from it where a way is set (`sending.ts`). */
import { randomUUID } from 'node:crypto';
import MailComposer from 'nodemailer/lib/mail-composer/index.js';
import type { Transaction } from '../db';
import { insertMessage, insertMessageIn } from './outbox-rows';
import { sender } from './sending';

/** Asked of the library, works handed on, what watches found, or about somebody's account. */
export type MessageKind = 'request' | 'works' | 'news' | 'account';

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

/** Puts a message into the outbox. @returns its identifier */
export async function putMessage(
	personId: string,
	inquiryId: string | null,
	message: NewMessage
): Promise<string> {
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
	inquiryId: string | null,
	personId: string,
	{ kind, to, subject, text, about = '', replyTo, attachments = [] }: NewMessage
) {
	const id = randomUUID();
	const message = new MailComposer({
		from: sender(),
		to,
		subject,
		text,
		messageId: `<${id}@${sender().address.split('@')[1]}>`,
		...(replyTo && { replyTo }),
		attachments
	});
	const eml = (await message.compile().build()).toString('utf8');
	return { id, inquiryId, personId, kind, to, subject, about, eml };
}
