import { describe as group, expect, it } from 'vitest';
import { apply } from './changes';
import { execute } from './commands';
import { describe } from './describe';
import { emptyInquiry, type Command, type Inquiry } from './inquiry';

const heading = (label: string) => ({ uri: `urn:${label}`, label });
const work = (id: string, title: string) => ({
	id,
	records: [{ indexCode: 'a', record: id }],
	title,
	authors: '',
	source: '',
	year: null
});
const MADE: Command[] = [
	{ kind: 'entries.add', from: 'a run', entries: [work('e1', 'Hush')] },
	{ kind: 'concept.add', id: 'c1', name: 'noise' },
	{ kind: 'concept.add', id: 'c2', name: 'rest' },
	{ kind: 'word.add', id: 'w1', conceptId: 'c1', text: 'din' },
	{ kind: 'pick.add', id: 'p1', conceptId: 'c1', indexCode: 'a', edition: '1', headings: [heading('Noise')] },
	{
		kind: 'pick.add',
		id: 'p2',
		conceptId: 'c1',
		indexCode: 'a',
		edition: '1',
		headings: [heading('Walls'), heading('Paint')]
	},
	{
		kind: 'sighting.add',
		id: 's1',
		text: 'Hush',
		uri: '',
		indexCode: 'a',
		conceptId: 'c1',
		seen: 'a talk'
	},
	{ kind: 'strategy.set', indexCode: 'a', off: ['w1'], limits: [{ field: 'dc.date', to: 2000 }] }
];
const LIMIT = { field: 'oak.ageBand', values: ['adults', 'children'] };
const after = (commands: readonly Command[], from: Inquiry) =>
	commands.reduce((state, command) => apply(state, execute(state, command)), from);
const inquiry = after(MADE, emptyInquiry({ id: 'q', title: 'Q', question: '', indexes: ['a', 'b'] }));
const NAMES: Record<string, string> = { a: 'Alder', b: 'Bracken' };
const said = (command: Command) => describe(inquiry, command, (code) => NAMES[code]);

group('a change in words', () => {
	it.each<[Command, string]>([
		[{ kind: 'about.set', title: 'Hush' }, 'Named the inquiry “Hush”'],
		[{ kind: 'about.set', question: 'Why?' }, 'Changed the question'],
		[{ kind: 'about.set', indexes: ['a'] }, 'Changed the subject indexes'],
		[{ kind: 'concept.set', id: 'c1', name: 'din' }, 'Renamed “noise” to “din”'],
		[{ kind: 'concept.set', id: 'c1', status: 'exclude' }, 'Set “noise” to exclude'],
		[{ kind: 'concept.move', id: 'c2', to: 0 }, 'Moved the concept “rest”'],
		[{ kind: 'concept.merge', id: 'c2', into: 'c1' }, 'Joined “rest” with “noise”'],
		[
			{ kind: 'concept.split', id: 'c1', newId: 'c3', name: 'din', words: ['w1'], picks: [] },
			'Split “din” from “noise”'
		],
		[{ kind: 'concept.remove', id: 'c1' }, 'Removed the concept “noise”'],
		[{ kind: 'word.set', id: 'w1', text: 'dins' }, 'Changed the word “din” to “dins”'],
		[{ kind: 'word.set', id: 'w1', conceptId: 'c2' }, 'Moved the word “din” to rest'],
		[{ kind: 'word.set', id: 'w1', capitals: true }, '“din” matches capitals only'],
		[{ kind: 'word.set', id: 'w1', off: ['a', 'b'] }, 'Switched “din” off in Alder, Bracken'],
		[{ kind: 'word.set', id: 'w1', off: [] }, 'Switched “din” on everywhere'],
		[{ kind: 'word.remove', id: 'w1' }, 'Removed the word “din”'],
		[{ kind: 'pick.set', id: 'p1', fit: 'notJudged' }, 'Left Noise to be judged anew'],
		[{ kind: 'pick.set', id: 'p1', withNarrower: true }, 'Noise with narrower headings'],
		[{ kind: 'pick.set', id: 'p1', cuts: [heading('Fans')] }, 'Cut Fans from Noise'],
		[{ kind: 'pick.set', id: 'p2', chief: true }, 'Walls together with Paint chief only'],
		[{ kind: 'pick.set', id: 'p1', aspects: ['costs'] }, 'Noise with the aspects costs'],
		[{ kind: 'pick.set', id: 'p1', role: 'recorded' }, 'Set Noise to recorded only'],
		[{ kind: 'pick.set', id: 'p1', note: 'why' }, 'Wrote a note on Noise'],
		[{ kind: 'pick.remove', id: 'p2' }, 'Removed Walls together with Paint'],
		[{ kind: 'sighting.set', id: 's1', state: 'dismissed' }, 'Dismissed the sighting “Hush”'],
		[{ kind: 'entries.add', from: 'a run', entries: [work('e2', 'Din')] }, 'Put “Din” on the reading list'],
		[
			{ kind: 'entries.add', from: 'a run', entries: [work('e2', 'Din'), work('e3', '')] },
			'Put 2 works on the reading list, from a run'
		],
		[{ kind: 'entries.set', ids: ['e1'], decision: 'drop', reason: 'too loud' }, 'Dropped “Hush”: too loud'],
		[{ kind: 'entries.set', ids: ['e1'], reason: 'too loud' }, 'Gave a reason for “Hush”'],
		[{ kind: 'entries.set', ids: ['e1'], note: 'Read twice.' }, 'Wrote a note on “Hush”'],
		[{ kind: 'entries.set', ids: ['e1'], tags: ['wards', 'nights'] }, 'Tagged “Hush” wards, nights'],
		[{ kind: 'entries.set', ids: ['e1'], tags: [] }, 'Took the tags off “Hush”'],
		[{ kind: 'entries.set', ids: ['e1'], mends: { page: '1-9' } }, 'Fixed the citation of “Hush”'],
		[{ kind: 'entries.remove', ids: ['e1'] }, 'Took “Hush” off the reading list'],
		[{ kind: 'strategy.set', indexCode: 'a', off: ['w1', 'p1'] }, 'Left Noise out in the strategy for Alder'],
		[{ kind: 'strategy.set', indexCode: 'a', off: [] }, 'Took “din” back in the strategy for Alder'],
		[{ kind: 'strategy.set', indexCode: 'a', lifted: true }, 'Lifted all limits in the strategy for Alder'],
		[{ kind: 'strategy.set', indexCode: 'a', text: 'noise' }, 'Edited the text in the strategy for Alder'],
		[
			{ kind: 'strategy.set', indexCode: 'a', limits: [{ field: 'dc.date', from: 2015 }, LIMIT] },
			'Changed the limit Year from up to 2000 to 2015 or later; set the limit Age band: adults or children in the strategy for Alder'
		],
		[
			{ kind: 'strategy.set', indexCode: 'a', limits: [] },
			'Removed the limit Year: up to 2000 in the strategy for Alder'
		],
		[
			{ kind: 'strategy.set', indexCode: 'a', fields: { c1: 'title' } },
			'Words of noise are looked for in titles instead of in title, abstract and author’s keywords in the strategy for Alder'
		],
		[
			{ kind: 'strategy.set', indexCode: 'a', searches: { c1: 'headings' } },
			'Headings alone are searched for noise in the strategy for Alder'
		],
		[
			{
				kind: 'strategy.set',
				indexCode: 'a',
				left: { 'chief-only · c1': 'The ward studies are marked so.' }
			},
			'Left a finding of the check as it is: The ward studies are marked so. in the strategy for Alder'
		],
		[{ kind: 'many', title: 'Took 3 cells in', commands: [] }, 'Took 3 cells in']
	])('%o', (command, wanted) => expect(said(command)).toBe(wanted));

	it('is said of what is no longer there as well', () => {
		const gone: Command[] = [
			{ kind: 'concept.remove', id: 'x' },
			{ kind: 'word.remove', id: 'x' },
			{ kind: 'pick.remove', id: 'x' },
			{ kind: 'sighting.set', id: 'x', state: 'used' },
			{ kind: 'strategy.set', indexCode: 'a', off: ['w1', 'x'] }
		];
		for (const command of gone) expect(said(command)).not.toMatch(/undefined|null/);
	});
});
