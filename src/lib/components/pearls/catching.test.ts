import { describe, expect, it } from 'vitest';
import { apply, emptyInquiry, execute, limitsOfIndex, type Command } from '$core/crosswalk';
import type { MissedPearl, WouldPass } from '$lib/server/reading';
import type { IndexSummary } from '$lib/server/vocabulary';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { additionCommand, catchingCommand } from './catching';
import { pearlCommand, pearlFor, togglePearl } from './marking';

const index = { code: 'yarrow', name: 'Yarrow', edition: '1' } as IndexSummary;

/** An inquiry that takes commands at once, as the screen shows it. */
function begun(...commands: Command[]): InquiryStore {
	const store = {
		inquiry: emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: ['yarrow'] }),
		send(command: Command) {
			store.inquiry = apply(store.inquiry, execute(store.inquiry, command));
		}
	};
	commands.forEach(store.send);
	return store as unknown as InquiryStore;
}
const START: Command[] = [
	{ kind: 'concept.add', id: 'c', name: 'noise' },
	{ kind: 'concept.add', id: 'd', name: 'roads' },
	{ kind: 'concept.set', id: 'd', status: 'exclude' },
	{ kind: 'word.add', id: 'w', conceptId: 'c', text: 'din', off: ['yarrow', 'alder'] },
	{ kind: 'pick.add', id: 'p', conceptId: 'c', indexCode: 'yarrow', edition: '1', headings: [{ uri: 'u:noise', label: 'Noise' }], chief: true, aspects: ['causes'], role: 'rejected' },
	{ kind: 'strategy.set', indexCode: 'yarrow', limits: [{ field: 'dc.date', from: 2000 }, { field: 'dc.language', values: ['en'] }] }
]; // prettier-ignore
const heading = (label: string): WouldPass => ({ concept: 'c', kind: 'heading', uri: `u:${label.toLowerCase()}`, label, adds: 1 }); // prettier-ignore
const pearl = (rest: Partial<MissedPearl>): MissedPearl => ({ id: 'r1', title: 'Quiet', blocks: [], exclusions: [], limits: [], wouldPass: [], together: { additions: [], adds: 0 }, ...rest }); // prettier-ignore
const pickOf = (store: InquiryStore, uri: string) => Object.values(store.inquiry.picks).find(({ headings }) => headings[0].uri === uri); // prettier-ignore

describe('a record', () => {
	it('is marked as a pearl and taken back, in its own index alone, and never twice', () => {
		const store = begun();
		togglePearl(store, 'yarrow', 'r1', 'Quiet');
		store.send(pearlCommand('yarrow', 'r1', 'Quiet'));
		expect(Object.values(store.inquiry.pearls).map(({ record, title }) => [record, title])).toEqual([
			['r1', 'Quiet']
		]);
		expect(pearlFor(store, 'alder', 'r1')).toBeUndefined();
		togglePearl(store, 'alder', 'r1', '');
		togglePearl(store, 'yarrow', 'r1', 'Quiet');
		expect(Object.values(store.inquiry.pearls).map(({ indexCode }) => indexCode)).toEqual(['alder']);
		expect(() => execute(store.inquiry, { kind: 'pearl.remove', id: 'gone' })).toThrow(/pearl/i);
		expect(() => execute(store.inquiry, pearlCommand('alder', '  ', ''))).toThrow();
	});
});

describe('what lets a pearl through', () => {
	it('becomes a pick of the concept, or widens the pick that stands there already', () => {
		const store = begun(...START);
		store.send(additionCommand(store, index, heading('Alarms')));
		expect(pickOf(store, 'u:alarms')).toMatchObject({ conceptId: 'c', role: 'searched', chief: false });
		store.send(additionCommand(store, index, heading('Noise')));
		expect(pickOf(store, 'u:noise')).toMatchObject({ id: 'p', role: 'searched', chief: false, aspects: [] });
		expect(Object.keys(store.inquiry.picks)).toHaveLength(2);
	});

	it('becomes a word, or switches on the one that was off in this index, and in no other', () => {
		const store = begun(...START);
		store.send(additionCommand(store, index, { concept: 'c', kind: 'word', label: 'din', adds: 1 }));
		expect(store.inquiry.words.w.off).toEqual(['alder']);
		store.send(additionCommand(store, index, { concept: 'c', kind: 'word', label: 'racket', adds: 1 }));
		expect(Object.values(store.inquiry.words).map(({ text }) => text)).toEqual(['din', 'racket']);
	});

	it('is done in one step: headings, without the limits and exclusions that lose it; the others stay', () => {
		const store = begun(...START);
		const missed = pearl({ blocks: ['c'], exclusions: ['d'], limits: ['dc.date'], together: { additions: [heading('Alarms')], adds: 3 } }); // prettier-ignore
		const command = catchingCommand(store, index, missed) as Command;
		expect(command).toMatchObject({ kind: 'many', title: 'Let “Quiet” through in Yarrow' });
		store.send(command);
		expect(pickOf(store, 'u:alarms')).toBeDefined();
		expect(store.inquiry.concepts.d.status).toBe('waiting');
		expect(limitsOfIndex(store.inquiry, 'yarrow').map(({ field }) => field)).toEqual(['dc.language']);
		expect(store.inquiry.strategies.yarrow.limits.map(({ isLifted = false }) => isLifted)).toContain(true);
	});

	it('is nothing where a block would keep it out all the same, or nothing keeps it out', () => {
		const store = begun(...START);
		expect(catchingCommand(store, index, pearl({ blocks: ['c'], limits: ['dc.date'] }))).toBeUndefined();
		expect(catchingCommand(store, index, pearl({}))).toBeUndefined();
	});
});
