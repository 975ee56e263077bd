import { beforeEach, describe, expect, it, vi } from 'vitest';
import { apply, emptyInquiry, execute, type Command, type Inquiry } from '$core/crosswalk';
import { settingsOf } from '$core/search';
import type { JudgedFinding } from '$lib/server/reading/strategy-check';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { pooledAt } from '../inquiry/addresses';
import { commandIn, leaveFinding, mendOf } from './findings';

vi.mock('../messages/messages.svelte', () => ({ messages: {} }));

const finding = (name: string, rest: Partial<JudgedFinding> = {}): JudgedFinding => ({
	name,
	rule: name,
	place: {},
	effect: 0,
	text: name,
	...rest
});
let inquiry: Inquiry;
const store = {
	get inquiry() {
		return inquiry;
	},
	send: (command: Command) => void (inquiry = apply(inquiry, execute(inquiry, command)))
} as unknown as InquiryStore;
beforeEach(() => {
	inquiry = emptyInquiry({ id: 'q', title: '', question: '', indexes: ['yarrow', 'alder'] });
});

describe('a finding', () => {
	it('is left and taken up again, in its own index, whatever else is left', () => {
		leaveFinding(store, 'yarrow', finding('a'), 'Meant so.');
		leaveFinding(store, 'yarrow', finding('b'), 'Later.');
		leaveFinding(store, 'alder', finding('a'), 'Another index.');
		expect(settingsOf(inquiry, 'yarrow').left).toEqual({ a: 'Meant so.', b: 'Later.' });
		leaveFinding(store, 'yarrow', finding('a'), undefined);
		expect(settingsOf(inquiry, 'yarrow').left).toEqual({ b: 'Later.' });
		expect(settingsOf(inquiry, 'alder').left).toEqual({ a: 'Another index.' });
	});

	it('is mended by what makes a new thing each time it is sent', () => {
		const add = finding('x', { mend: { kind: 'word.add', id: 'check', conceptId: 'c', text: 'nap' } });
		const ids = [mendOf(add), mendOf(add)].map((command) => command && 'id' in command && command.id);
		expect(ids).not.toContain('check');
		expect(new Set(ids).size).toBe(2);
		const set: Command = { kind: 'word.set', id: 'w', text: 'rest' };
		expect(mendOf(finding('y', { mend: set }))).toEqual(set);
		expect(mendOf(finding('z'))).toBeUndefined();
	});

	it('comes by an address as it was written there, and not at all where that is no command', () => {
		const command: Command = { kind: 'word.set', id: 'w', text: 'rest' };
		expect(commandIn(JSON.stringify(command))).toEqual(command);
		for (const text of ['', 'null', '{', '[]', '7', '{"kind":3}'])
			expect(commandIn(text), text).toBeUndefined();
	});
});

describe('the address of a pooled list', () => {
	it('says no more than what is not as it is by itself', () => {
		expect(pooledAt({ id: 'q' })).toBe('/inquiry/q/pooled');
		expect(
			pooledAt({ id: 'q', concept: 'c' }, { runs: [3, 5], members: [1], sort: 'spread', from: 40 })
		).toBe('/inquiry/q/pooled?runs=3.5&members=1&sort=spread&from=40&concept=c');
		expect(pooledAt({ id: 'q' }, { without: ['alder'], sort: 'relevance', from: 0 })).toBe(
			'/inquiry/q/pooled?without=alder'
		);
	});
});
