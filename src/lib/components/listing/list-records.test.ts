import { beforeEach, describe, expect, it, vi } from 'vitest';
import { apply, emptyInquiry, execute, type Command, type ListEntry } from '$core/crosswalk';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { messages } from '../messages/messages.svelte';
import { isBare, takeOnto, toggleListed } from './list-records';

const said: string[] = [];
const asked: { at: string; body: unknown }[] = [];
let answer: () => Response;
beforeEach(() => {
	said.length = asked.length = 0;
	vi.spyOn(messages, 'say').mockImplementation((text) => said.push(text));
	vi.spyOn(messages, 'warn').mockImplementation((text) => said.push(`warned: ${text}`) as never);
	vi.stubGlobal('fetch', (at: string, { body }: { body: string }) => {
		asked.push({ at, body: JSON.parse(body) });
		return Promise.resolve(answer());
	});
});

const taken = (added: number, already: number) => () =>
	Response.json({
		added,
		already,
		summary: `Put ${added} works on the reading list, from a run`,
		faults: []
	});
const ADD: Command = {
	kind: 'entries.add',
	from: 'a run',
	entries: [{ id: 'e', records: [{ indexCode: 'alder', record: 'A-1' }], title: 'Hush', authors: '', source: '', year: null }]
}; // prettier-ignore

/** An inquiry as a screen has it. */
function begun(...commands: Command[]) {
	const store = {
		id: 'q',
		window: 'w1',
		inquiry: emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: ['alder'] }),
		took: [] as string[],
		indexName: () => 'Alder',
		takeIn: (summary: string) => Promise.resolve(store.took.push(summary)),
		send(command: Command) {
			store.inquiry = apply(store.inquiry, execute(store.inquiry, command));
		},
		get listed() {
			return new Map(
				Object.values(store.inquiry.entries).flatMap((entry) =>
					entry.records.map(({ indexCode, record }) => [`${indexCode}/${record}`, entry] as const)
				)
			);
		}
	};
	commands.forEach(store.send);
	return store as typeof store & InquiryStore;
}

describe('works that are put on the list', () => {
	it('are asked for with where they come from and by which window, and come in as the server says', async () => {
		const store = begun();
		answer = taken(3, 1);
		expect(await takeOnto(store, 'of/alder?run=4', 'run 4')).toMatchObject({ added: 3 });
		expect(asked).toEqual([
			{ at: '/inquiry/q/reading-list/of/alder?run=4', body: { from: 'run 4', client: 'w1' } }
		]);
		expect(store.took).toEqual(['Put 3 works on the reading list, from a run; 1 was there already']);
	});

	it('are said to be there already, or not to be there at all, where nothing was added', async () => {
		const store = begun();
		answer = taken(0, 2);
		await takeOnto(store, 'pooled', 'the strategies');
		answer = taken(0, 0);
		await takeOnto(store, 'pooled', 'the strategies');
		expect(said).toEqual([
			'2 works were on the reading list already',
			'There was nothing to put on the reading list'
		]);
		expect(store.took).toEqual([]);
	});

	it('are refused in words, and the list stays as it was', async () => {
		const store = begun();
		const error = { code: 'too-many', message: 'These are 30000 works.' };
		answer = () => Response.json({ error }, { status: 422 });
		expect(await takeOnto(store, 'of/alder', 'the strategy')).toBeUndefined();
		expect(said).toEqual(['warned: These are 30000 works.']);
	});
});

describe('the work of a record', () => {
	it('is put on the list, and taken off with the same key while nothing would be lost', () => {
		const store = begun();
		answer = taken(1, 0);
		toggleListed(store, 'alder', 'A-1');
		expect(asked[0]).toMatchObject({
			body: { from: 'Alder', records: [{ indexCode: 'alder', record: 'A-1' }] }
		});
		store.send(ADD);
		toggleListed(store, 'alder', 'A-1');
		expect(store.inquiry.entries).toEqual({});
	});

	it.each<[Partial<ListEntry>, string]>([
		[{ decision: 'keep' }, 'kept'],
		[{ decision: 'drop', reason: 'too loud' }, 'dropped'],
		[{ note: 'Whose room?' }, 'left open'],
		[{ tags: ['wards'] }, 'left open'],
		[{ mends: { title: 'Hush!' } }, 'left open']
	])('of which %j was said stays, and says so', (more, word) => {
		const store = begun(ADD, { kind: 'entries.set', ids: ['e'], ...more });
		toggleListed(store, 'alder', 'A-1');
		expect(isBare(store.inquiry.entries.e)).toBe(false);
		expect(said).toEqual([`It is on the reading list: ${word}`]);
		expect(asked).toEqual([]);
	});
});
