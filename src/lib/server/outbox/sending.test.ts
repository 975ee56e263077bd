import { SMTPServer } from 'smtp-server';
import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { putMessage } from './outbox';
import { sends, sendWaiting } from './sending';

const taken: { from: string; to: string[]; text: string }[] = [];
/** What the other side answers to a recipient: 0 for taken, else a code of SMTP. */
let answer = 0;
const smtp = new SMTPServer({
	authOptional: true,
	disabledCommands: ['STARTTLS'],
	logger: false,
	onRcptTo: (_address, _session, done) =>
		done(answer === 0 ? null : Object.assign(new Error('not now'), { responseCode: answer })),
	onData(stream, session, done) {
		let text = '';
		stream.on('data', (piece: Buffer) => (text += piece.toString('utf8')));
		stream.on('end', () => {
			const { mailFrom, rcptTo } = session.envelope;
			taken.push({ from: mailFrom ? mailFrom.address : '', to: rcptTo.map((one) => one.address), text });
			done();
		});
	}
});
let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
	await new Promise<void>((resolve) => smtp.listen(0, '127.0.0.1', () => resolve()));
	const { port } = smtp.server.address() as { port: number };
	process.env.OAKMOSS_SMTP_URL = `smtp://127.0.0.1:${port}`;
	process.env.OAKMOSS_MAIL_FROM = 'library@oak.example';
});
afterAll(async () => {
	delete process.env.OAKMOSS_SMTP_URL;
	delete process.env.OAKMOSS_MAIL_FROM;
	await new Promise<void>((resolve) => smtp.close(() => resolve()));
	await dropDatabase(url);
});
beforeEach(async () => {
	taken.length = 0;
	answer = 0;
	await connection().sql`delete from outbox`;
});

const put = (kind: 'account' | 'works', to = 'ines@oak.example') =>
	putMessage('ines', null, { kind, to, subject: 'A new password', text: 'Follow https://oak.example/x' });
const rows = () =>
	connection().sql<{ state: string; tries: number; due: boolean }>`
		select state, tries, next_at <= now() as due from outbox order by at`;

it('sends messages about accounts once, and nothing else', async () => {
	expect(sends()).toBe(true);
	await put('account');
	await put('works');
	// Two servers at once do not both send it.
	await Promise.all([sendWaiting(), sendWaiting()]);
	expect(taken).toHaveLength(1);
	expect(taken[0]).toMatchObject({ from: 'library@oak.example', to: ['ines@oak.example'] });
	expect(taken[0].text).toContain('Subject: A new password');
	expect(taken[0].text).toContain('From: Oakmoss <library@oak.example>');
	expect((await rows()).map(({ state }) => state)).toEqual(['sent', 'waiting']);
	await sendWaiting();
	expect(taken).toHaveLength(1);
});

it('tries again what is refused for now, and gives up what is refused for good', async () => {
	answer = 451;
	await put('account');
	await sendWaiting();
	expect(await rows()).toEqual([{ state: 'waiting', tries: 1, due: false }]);
	await connection().sql`update outbox set next_at = now()`;
	answer = 0;
	await sendWaiting();
	expect(await rows()).toMatchObject([{ state: 'sent', tries: 2 }]);
	answer = 550;
	await put('account', 'nobody@oak.example');
	await sendWaiting();
	expect((await rows()).at(-1)).toMatchObject({ state: 'failed', tries: 1 });
	expect(taken).toHaveLength(1);
});

it('does not send what is a day old, as its link is past', async () => {
	await put('account');
	await connection().sql`update outbox set at = now() - interval '25 hours'`;
	await sendWaiting();
	expect(taken).toEqual([]);
});

it('sends what waits for a day that was set back from', async () => {
	await put('account');
	await connection().sql`update outbox set next_at = now() + interval '30 seconds'`;
	await sendWaiting();
	expect(taken).toEqual([]);
	await connection().sql`update outbox set next_at = now() + interval '2 days'`;
	await sendWaiting();
	expect(taken).toHaveLength(1);
});
