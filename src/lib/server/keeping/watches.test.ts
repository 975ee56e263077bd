/** This file is long: watches are told of, fed and stopped by what arrives after they were made, each step on the one before. */
import { SaxesParser } from '@rubensworks/saxes';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Command } from '../../../core/crosswalk';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { createInquiry } from '../inquiry/inquiries';
import { changeInquiry, readInquiry } from '../inquiry/inquiry-changes';
import { messageFile, messagesOf } from '../inquiry';
import { leaveInquiry, makeLink, removePerson, setParticipants } from '../inquiry/participants';
import { LOCAL_PERSON, type Person } from '../people/access';
import { addPeople } from '../people/people.test-aid';
import { readList } from '../reading';
import { storeRecords } from '../records/record-store';
import { createIndex, removeIndex } from '../vocabulary/subject-indexes';
import { turtleOf, uploadTurtle } from '../vocabulary/upload-turtle.test-aid';
import { deliver } from './feed';
import { putInFeed } from './feed-rows';
import { addressKey } from './watch-addresses';
import { atomFeed } from './watch-news';
import { watchRow } from './watch-rows';
import { runWatches } from './watch-run';
import {
	changeWatch,
	findsOf,
	listWatches,
	looked,
	makeWatch,
	removeWatch,
	stopByKey,
	watchBehind
} from './watches';

let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
});
afterAll(() => dropDatabase(url));

const record = (
	key: string,
	title: string,
	more: { author?: string; DOI?: string; headings?: string[] } = {}
) => ({
	key,
	item: {
		id: key,
		type: 'article-journal',
		title,
		...(more.author && { author: [{ family: more.author, given: 'A' }] }),
		...(more.DOI && { DOI: more.DOI })
	},
	taggings: (more.headings ?? []).map((name) => ({
		uri: `https://fern.example/${name}`,
		label: name,
		chief: false
	})),
	keywords: [],
	limits: {}
});
const arrive = (code: string, ...records: ReturnType<typeof record>[]) =>
	connection().sql.begin((tx) => storeRecords(tx, code, records));
const told = async (id: string) => (await findsOf(LOCAL_PERSON, id)).map((find) => find.id).sort();

beforeEach(async () => {
	for (const code of ['fern', 'moss']) {
		await removeIndex(LOCAL_PERSON, code).catch(() => {});
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
	}
	await connection().sql`delete from watches`;
	await connection().sql`delete from outbox`;
	await arrive('fern', record('r0', 'Old noise'), record('r1', 'Old rest'));
	await arrive('moss', record('m0', 'Old noise of moss'));
});

/** What stands in the address that stops a watch. */
const stopKey = async (id: string, personId = LOCAL_PERSON.id) => {
	const watch = await watchRow(id);
	return watch ? addressKey(watch, 'stop', personId) : '';
};

const watchWord = (cql = 'noise', index = 'fern') =>
	makeWatch(LOCAL_PERSON, { name: `Watch ${cql}`, index, cql });

let number = 0;
async function inquiryWith(...commands: Command[]): Promise<string> {
	const id = `q${number++}`;
	await createInquiry(LOCAL_PERSON, { id, title: `Inquiry ${id}`, question: '' });
	for (const command of [
		{ kind: 'about.set', indexes: ['fern', 'moss'] },
		{ kind: 'concept.add', id: 'c', name: 'noise' },
		{ kind: 'word.add', id: 'w', conceptId: 'c', text: 'noise' },
		...commands
	] as Command[])
		await changeInquiry(LOCAL_PERSON, id, command);
	return id;
}

describe('a watch', () => {
	it('tells what arrives after it was made, once, and nothing that was there', async () => {
		const { id } = await watchWord();
		expect(await runWatches()).toBe(0);
		await arrive('fern', record('r2', 'New noise'), record('r3', 'New rest'));
		expect(await runWatches()).toBe(1);
		expect(await told(id)).toEqual(['r2']);
		expect(await runWatches()).toBe(0);
		await arrive('fern', record('r4', 'Noise again'));
		expect(await runWatches()).toBe(1);
		expect(await told(id)).toEqual(['r2', 'r4']);
	});

	it('tells a record once, however many look at the same time and whenever one is stopped', async () => {
		const { id } = await watchWord();
		await arrive('fern', ...Array.from({ length: 40 }, (_, i) => record(`n${i}`, `Noise ${i}`)));
		// A server that is stopped in the middle: what it found is not kept, and its mark has not moved.
		const stopped = connection().sql.begin(async (tx) => {
			await tx`select id from watches where id = ${id} for update`;
			await tx`insert into watch_finds (watch_id, index_code, record) values (${id}, 'fern', 'n0')`;
			// Meanwhile another one passes over the watch that is being looked after.
			expect(await runWatches()).toBe(0);
			throw new Error('killed');
		});
		await expect(stopped).rejects.toThrow('killed');
		const found = await Promise.all([runWatches(), runWatches(), runWatches()]);
		expect(found.reduce((sum, one) => sum + one, 0)).toBe(40);
		expect((await told(id)).length).toBe(40);
	});

	it('begins anew with an index that is made anew', async () => {
		const { id } = await watchWord();
		await removeIndex(LOCAL_PERSON, 'fern');
		await createIndex(LOCAL_PERSON, { code: 'fern', name: 'fern', discipline: '' });
		await arrive('fern', ...Array.from({ length: 5 }, (_, i) => record(`s${i}`, `Noise ${i}`)));
		expect(await runWatches()).toBe(0);
		await arrive('fern', record('s9', 'Noise of another kind'));
		expect(await runWatches()).toBe(1);
		expect(await told(id)).toEqual(['s9']);
	});

	it('on an author or a heading tells theirs', async () => {
		await uploadTurtle(
			'fern',
			'2024',
			turtleOf(['f:noise "Noise"', 'f:alarms "Alarms" ; skos:broader f:noise'])
		);
		const author = await watchWord('dc.creator = "Rowanby"');
		const heading = await watchWord('dc.subject =/oak.narrower "Noise"');
		await arrive(
			'fern',
			record('a1', 'Of walls', { author: 'Rowanby' }),
			record('a2', 'Of doors', { headings: ['alarms'] }),
			record('a3', 'Of roofs', { author: 'Thornley', headings: ['rest'] })
		);
		await runWatches();
		expect([await told(author.id), await told(heading.id)]).toEqual([['a1'], ['a2']]);
	});

	it('that is stopped looks for nothing, and misses nothing once it goes on', async () => {
		const { id } = await watchWord();
		const key = await stopKey(id);
		await stopByKey(key);
		expect(await watchBehind(key)).toMatchObject({ id, paused: true });
		await arrive('fern', record('p1', 'Noise meanwhile'));
		expect(await runWatches()).toBe(0);
		await changeWatch(LOCAL_PERSON, id, { paused: false });
		expect(await runWatches()).toBe(1);
	});

	it('that would find nearly everything is refused, as is one that says too little', async () => {
		await arrive('fern', ...Array.from({ length: 120 }, (_, i) => record(`e${i}`, `Noise ${i}`)));
		await expect(watchWord()).rejects.toMatchObject({ code: 'finds-everything' });
		await expect(watchWord('noise and (')).rejects.toMatchObject({ status: 422 });
		await expect(makeWatch(LOCAL_PERSON, { name: 'x', cql: 'noise' })).rejects.toMatchObject({ status: 422 });
		await expect(makeWatch(LOCAL_PERSON, { name: 'x', index: 'fern' })).rejects.toMatchObject({
			status: 422
		});
		await expect(makeWatch(LOCAL_PERSON, { name: 'x', index: 'none', cql: 'y' })).rejects.toMatchObject({ status: 404 }); // prettier-ignore
		expect(await listWatches(LOCAL_PERSON)).toEqual([]);
	});

	it('is looked at, renamed and removed', async () => {
		const { id } = await watchWord();
		await arrive('fern', record('l1', 'Noise'));
		await runWatches();
		expect(await listWatches(LOCAL_PERSON)).toMatchObject([{ found: 1, unlooked: 1 }]);
		await looked(LOCAL_PERSON, id);
		expect(await findsOf(LOCAL_PERSON, id, { unlooked: true })).toEqual([]);
		expect(await listWatches(LOCAL_PERSON)).toMatchObject([{ found: 1, unlooked: 0 }]);
		expect((await changeWatch(LOCAL_PERSON, id, { name: 'Another' })).name).toBe('Another');
		await removeWatch(LOCAL_PERSON, id);
		await expect(findsOf(LOCAL_PERSON, id)).rejects.toMatchObject({ code: 'no-watch' });
	});
});

describe('a watch on strategies', () => {
	it('puts what is new on the reading list, open, and follows the strategy as it changes', async () => {
		const inquiry = await inquiryWith();
		const { id } = await makeWatch(LOCAL_PERSON, { name: 'Strategy', inquiry, index: 'fern' });
		await arrive('fern', record('t1', 'Noise of bells'));
		await runWatches();
		const { inquiry: now } = await readInquiry(LOCAL_PERSON, inquiry);
		expect(Object.values(now.entries)).toMatchObject([
			{ decision: 'open', title: 'Noise of bells', records: [{ indexCode: 'fern', record: 't1' }] }
		]);
		// What the strategy comes to find of what was there is not new.
		await changeInquiry(LOCAL_PERSON, inquiry, { kind: 'word.add', id: 'w2', conceptId: 'c', text: 'rest' });
		expect(await runWatches()).toBe(0);
		await arrive('fern', record('t2', 'Rest of bells'));
		expect(await runWatches()).toBe(1);
		expect(await told(id)).toEqual(['t1', 't2']);
	});

	it('tells a work of a pooled list once, not again where another index has it', async () => {
		const inquiry = await inquiryWith();
		const { id } = await makeWatch(LOCAL_PERSON, { name: 'Pool', inquiry });
		await arrive('fern', record('d1', 'A noise in two places', { DOI: '10.5555/both' }));
		await arrive(
			'moss',
			record('x1', 'A noise in two places', { DOI: '10.5555/both' }),
			record('x2', 'Noise, moss', { DOI: '10.5555/later' })
		);
		await runWatches();
		expect(await told(id)).toEqual(['d1', 'x2']);
		// Later still, in the other index alone.
		await arrive('fern', record('d3', 'Noise, moss', { DOI: '10.5555/later' }));
		await runWatches();
		expect(await told(id)).toEqual(['d1', 'x2']);
	});

	it('says what keeps it from finding, and misses nothing once that is mended', async () => {
		const inquiry = await inquiryWith();
		const { id } = await makeWatch(LOCAL_PERSON, { name: 'Strategy', inquiry, index: 'fern' });
		await changeInquiry(LOCAL_PERSON, inquiry, { kind: 'word.remove', id: 'w' });
		await arrive('fern', record('u1', 'Noise unheard'));
		await runWatches();
		expect((await listWatches(LOCAL_PERSON, inquiry))[0].trouble).not.toBe('');
		await changeInquiry(LOCAL_PERSON, inquiry, { kind: 'word.add', id: 'w3', conceptId: 'c', text: 'noise' });
		await runWatches();
		expect(await told(id)).toEqual(['u1']);
		expect((await listWatches(LOCAL_PERSON, inquiry))[0].trouble).toBe('');
	});

	it('says that its strategy lost a heading', async () => {
		await uploadTurtle('fern', '2024', turtleOf(['f:noise "Noise"', 'f:rest "Rest"']));
		const inquiry = await inquiryWith({
			kind: 'pick.add',
			id: 'p',
			conceptId: 'c',
			indexCode: 'fern',
			edition: '2024',
			headings: [{ uri: 'https://fern.example/noise', label: 'Noise' }]
		});
		await makeWatch(LOCAL_PERSON, { name: 'Strategy', inquiry, index: 'fern' });
		await uploadTurtle('fern', '2025', turtleOf(['f:rest "Rest"', 'f:sound "Sound"']));
		await arrive('fern', record('v1', 'Something'));
		await runWatches();
		expect((await listWatches(LOCAL_PERSON, inquiry))[0].trouble).toBe(
			'“Noise” is not in the edition 2025 of fern.'
		);
	});
});

describe('news', () => {
	it('come as one message for an inquiry, not one for each record, and no more often than is set', async () => {
		const inquiry = await inquiryWith();
		await makeWatch(LOCAL_PERSON, { name: 'Noise, fern', inquiry, index: 'fern' });
		await makeWatch(LOCAL_PERSON, { name: 'Noise, moss', inquiry, index: 'moss' });
		await arrive('fern', record('n1', 'Noise one'), record('n2', 'Noise two'));
		await arrive('moss', record('n3', 'Noise three'));
		await runWatches();
		const [message, ...others] = await messagesOf(LOCAL_PERSON, inquiry);
		expect(others).toEqual([]);
		expect(message).toMatchObject({ kind: 'news', subject: '3 new records for your watches' });
		const [{ eml }] = await connection().sql<{
			eml: string;
		}>`select eml from outbox where inquiry_id = ${inquiry}`;
		expect(eml).toMatch(/^Subject: 3 new records for your watches\r?$/m);
		expect(eml).toContain('Noise three');
		expect(eml).toContain('/stop');
		await arrive('fern', record('n4', 'Noise four'));
		await runWatches();
		expect(await messagesOf(LOCAL_PERSON, inquiry)).toHaveLength(1);
		// The last one was written when the clock was years ahead.
		await connection().sql`update outbox set at = now() + interval '3 years'`;
		await runWatches();
		await arrive('fern', record('n5', 'Noise five'));
		vi.stubEnv('OAKMOSS_DIGEST_EVERY', '0');
		await runWatches();
		vi.unstubAllEnvs();
		expect((await messagesOf(LOCAL_PERSON, inquiry)).map(({ subject }) => subject).sort()).toEqual([
			'1 new record for your watches',
			'1 new record for your watches',
			'3 new records for your watches'
		]);
	});

	it('come as an Atom feed at an address that can be changed', async () => {
		const { id, key = '' } = await watchWord();
		const stop = await stopKey(id);
		await arrive('fern', record('f1', 'Noise & <walls> "quoted" \u0001', { author: 'Rowanby' }));
		await runWatches();
		const feed = await atomFeed(key);
		const texts: Record<string, string[]> = {};
		const open: string[] = [];
		const parser = new SaxesParser({ xmlns: true });
		parser.on('opentag', ({ name, uri }) => {
			expect(uri).toBe('http://www.w3.org/2005/Atom');
			open.push(name);
		});
		parser.on('text', (text) => (texts[open.at(-1) ?? ''] ??= []).push(text));
		parser.on('closetag', () => open.pop());
		parser.on('error', (error) => {
			throw error;
		});
		parser.write(feed).close();
		// The watch belongs to no inquiry, so the record is read as data.
		expect(feed).toContain('/api/v1/indexes/fern/records/f1"');
		expect(texts.title).toEqual(['Watch noise', 'Noise & <walls> "quoted" ']);
		expect(texts.updated).toHaveLength(2);
		expect(new Set(texts.id).size).toBe(2);
		const changed = await changeWatch(LOCAL_PERSON, id, { anew: true });
		await expect(atomFeed(key)).rejects.toMatchObject({ status: 404 });
		expect(await atomFeed(changed.key ?? '')).toContain('Rowanby');
		await expect(stopByKey(stop)).rejects.toMatchObject({ status: 404 });
		await expect(stopByKey(changed.key ?? '')).rejects.toMatchObject({ status: 404 });
	});

	it('come to each person at another address, which leads nowhere once they take part no more', async () => {
		vi.stubEnv('OAKMOSS_ACCOUNTS', 'on');
		const person = (id: string, more: Partial<Person> = {}): Person => ({
			id,
			name: id,
			role: 'member',
			...more
		});
		const [ada, ben, cleo] = ['ada', 'ben', 'cleo'].map((id) => person(id));
		await addPeople(ada, ben, cleo);
		const inquiry = 'shared';
		await createInquiry(ada, { id: inquiry, title: 'Shared', question: '' });
		await setParticipants(ada, inquiry, {
			people: [
				{ id: 'ada', role: 'owner' },
				{ id: 'ben', role: 'editor' },
				{ id: 'cleo', role: 'reader' }
			],
			groups: []
		});
		const { key: link } = await makeLink(ada, inquiry);
		const { id: watch } = await makeWatch(ben, { name: 'Of all', inquiry, index: 'fern', cql: 'noise' });
		const keyOf = async (who: Person) => (await listWatches(who, inquiry))[0].key ?? '';
		const [ofAda, ofBen, ofCleo] = [await keyOf(ada), await keyOf(ben), await keyOf(cleo)];
		expect(new Set([ofAda, ofBen, ofCleo]).size).toBe(3);
		expect(await keyOf(person('visitor', { role: 'visitor', links: [link] }))).toBe('');
		for (const key of [ofAda, ofBen, ofCleo]) expect(await atomFeed(key)).toContain('Of all');
		// Somebody else's name beside one's own seal is no address.
		const [id, , seal] = ofCleo.split('.');
		await expect(atomFeed([id, ofAda.split('.')[1], seal].join('.'))).rejects.toMatchObject({ status: 404 });
		// What reads does not stop, and what stops does not read.
		await expect(stopByKey(ofAda)).rejects.toMatchObject({ status: 404 });
		await expect(atomFeed(await stopKey(watch, 'ada'))).rejects.toMatchObject({ status: 404 });
		await expect(stopByKey(await stopKey(watch, 'cleo'))).rejects.toMatchObject({ status: 403 });
		const lastNews = async () => {
			await runWatches();
			const rows = await connection().sql<{ eml: string }>`
				select eml from outbox where inquiry_id = ${inquiry} and kind = 'news' order by at desc`;
			return rows[0].eml;
		};
		vi.stubEnv('OAKMOSS_DIGEST_EVERY', '0');
		await arrive('fern', record('w1', 'Noise before'));
		expect(await lastNews()).toContain('/stop');
		// The address that stops it is in a message for whoever made the watch, and nobody else is shown that.
		const [{ id: message }] = await messagesOf(ben, inquiry);
		expect(await (await messageFile(ben, inquiry, message)).text()).toContain('/stop');
		for (const other of [ada, cleo]) {
			expect(await messagesOf(other, inquiry)).toEqual([]);
			await expect(messageFile(other, inquiry, message)).rejects.toMatchObject({ status: 404 });
		}
		// Whoever has a link is shown no message of any kind, signed in or not.
		const byLink = [person('visitor', { role: 'visitor', links: [link] }), person('dan', { links: [link] })];
		for (const reader of byLink) {
			await expect(messagesOf(reader, inquiry)).rejects.toMatchObject({ status: 403 });
			await expect(messageFile(reader, inquiry, message)).rejects.toMatchObject({ status: 403 });
		}
		await leaveInquiry(ben, inquiry);
		await arrive('fern', record('w2', 'Noise after'));
		const news = await lastNews();
		expect(news).toContain('Noise after');
		// No address is told that leads nowhere.
		expect(news).not.toContain('/stop');
		await expect(atomFeed(ofBen)).rejects.toMatchObject({ status: 404 });
		await expect(stopByKey(await stopKey(watch, 'ben'))).rejects.toMatchObject({ status: 404 });
		// What the watches of somebody who left find is listed and told by and to the owner.
		expect(
			(await readList(ada, inquiry)).flatMap(({ records }) => records.map(({ record }) => record))
		).toContain('w2');
		expect(await messagesOf(ada, inquiry)).toHaveLength(1);
		// The watch stays the inquiry's, and the others' addresses what they were.
		for (const key of [ofAda, ofCleo]) expect(await atomFeed(key)).toContain('Of all');
		await stopByKey(await stopKey(watch, 'ada'));
		expect((await listWatches(cleo, inquiry))[0].paused).toBe(true);
		// A watch of no inquiry ends with the account of whoever made it.
		const own = await makeWatch(ben, { name: 'Own', index: 'fern', cql: 'noise' });
		expect(await atomFeed(own.key ?? '')).toContain('Own');
		await removePerson(person('govern', { role: 'administrator' }), 'ben', {});
		await expect(atomFeed(own.key ?? '')).rejects.toMatchObject({ status: 404 });
		await expect(stopByKey(await stopKey(own.id, 'ben'))).rejects.toMatchObject({ status: 404 });
		vi.unstubAllEnvs();
	});
});

describe('the stand-in feed', () => {
	it('delivers some at a time in their order, and the watches look', async () => {
		const { id } = await watchWord();
		const drafts = Array.from({ length: 7 }, (_, i) => record(`z${i}`, i % 2 ? `Noise ${i}` : `Rest ${i}`));
		await connection().sql.begin((tx) => putInFeed(tx, 'fern', drafts));
		expect(await deliver(LOCAL_PERSON, 'fern', 4)).toEqual({ delivered: 4, found: 2 });
		expect(await told(id)).toEqual(['z1', 'z3']);
		expect(await deliver(LOCAL_PERSON, 'fern', 4)).toEqual({ delivered: 3, found: 1 });
		await expect(deliver(LOCAL_PERSON, 'fern')).rejects.toMatchObject({ code: 'feed-empty' });
	});
});
