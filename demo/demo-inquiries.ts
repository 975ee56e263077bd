/** The two inquiries of the demo, as the commands that a researcher would have given. */
import type { Command, PickSwitches } from '../src/core/crosswalk';

interface DemoPick extends Omit<PickSwitches, 'cuts'> {
	index: string;
	headings: string[];
	cuts?: string[];
}

interface DemoWord {
	text: string;
	lang?: string;
	capitals?: boolean;
	off?: string[];
}

interface DemoConcept {
	id: string;
	name: string;
	status?: 'waiting' | 'exclude';
	words: (string | DemoWord)[];
	picks?: DemoPick[];
	noHeading?: { index: string; tried: string[]; note: string }[];
	/** Set aside: a heading where it names an index, a word else. */
	sightings?: { text: string; index?: string; seen: string; dismissed?: boolean }[];
}

export interface DemoInquiry {
	id: string;
	title: string;
	question: string;
	concepts: DemoConcept[];
	/** Records known to be relevant: an index, and what it calls the record. */
	pearls?: [index: string, record: string][];
}

export const DEMO_INQUIRIES: DemoInquiry[] = [
	{
		id: 'steady-hands',
		title: 'Steady hands',
		question:
			'How do people learn fine manual skills on simulators, and does the skill carry over to real tasks?',
		concepts: [
			{
				id: 'fine-manual-skill',
				name: 'fine manual skill',
				words: ['manual dexterity', 'fine motor skill*', 'hand skill']
			},
			{ id: 'simulators', name: 'simulators', words: ['simulator*', 'simulation'] },
			{ id: 'carry-over', name: 'carry-over to real tasks', words: ['transfer of skill'] }
		]
	},
	{
		id: 'quiet-rooms',
		title: 'Quiet rooms',
		question:
			'How does the acoustic quality of rooms shape attention and rest, for pupils in classrooms and patients on wards, and which design measures help?',
		// Six are found; each of the others is missed for a reason of its own.
		pearls: [
			['yarrow', 'Y-00704'],
			['yarrow', 'Y-01822'],
			['yarrow', 'Y-02715'],
			['yarrow', 'Y-03135'],
			['yarrow', 'Y-03570'],
			['yarrow', 'Y-04197'],
			['yarrow', 'Y-00057'],
			['yarrow', 'Y-02182'],
			['yarrow', 'Y-01738'],
			['yarrow', 'Y-00943'],
			['yarrow', 'Y-03220'],
			['yarrow', 'Y-03431']
		],
		concepts: [
			{
				id: 'room-acoustics',
				name: 'room acoustics and noise',
				words: [
					'room acoustics',
					'noise',
					'reverberation',
					'sound level*',
					'classroom acoustics',
					{ text: 'RT', capitals: true, off: ['yarrow'] },
					{ text: 'ruido', lang: 'es', off: ['sorrel', 'yarrow', 'alder'] }
				],
				picks: [
					{
						index: 'bracken',
						headings: ['Noise in schools'],
						fit: 'close',
						note: 'Covers classroom acoustics, which have no topic of their own here.'
					},
					{
						index: 'bracken',
						headings: ['Acoustic surveys of schools'],
						fit: 'narrower',
						note: 'Measured levels only.'
					},
					{
						index: 'sorrel',
						headings: ['Noise Effects'],
						fit: 'close',
						withNarrower: true,
						cuts: ['Noise Sensitivity'],
						note: 'The lasting trait is another question, so that branch is cut.'
					},
					{
						index: 'sorrel',
						headings: ['Noise (Statistical)'],
						role: 'rejected',
						note: 'False friend: random error in data, not sound.'
					},
					{
						index: 'yarrow',
						headings: ['Noise, Indoor'],
						fit: 'exact',
						withNarrower: true,
						chief: true,
						aspects: ['causes', 'measurement']
					},
					{ index: 'alder', headings: ['Room Acoustics'], fit: 'exact', withNarrower: true },
					{
						index: 'alder',
						headings: ['Reverberation'],
						fit: 'narrower',
						note: 'Picked before Room Acoustics was taken with its narrower terms.'
					},
					{ index: 'alder', headings: ['Background Noise'], fit: 'narrower' },
					{
						index: 'alder',
						headings: ['Noise (Electrical)'],
						role: 'rejected',
						note: 'False friend: disturbance in circuits.'
					}
				],
				sightings: [
					{ text: 'Soundscape', index: 'sorrel', seen: 'under Noise Effects, as its successor since 2011' },
					{ text: 'sonic environment', seen: 'title of a conference talk' },
					{ text: 'Sounds, Hospital', index: 'yarrow', seen: 'related to Noise, Indoor', dismissed: true }
				]
			},
			{
				id: 'attention',
				name: 'attention',
				words: ['attention', 'concentration', 'distraction', 'time on task'],
				picks: [
					{ index: 'bracken', headings: ['Attention'], fit: 'exact' },
					{
						index: 'bracken',
						headings: ['Attention difficulties'],
						role: 'rejected',
						fit: 'related',
						note: 'A lasting trouble of single pupils, not what a room does to all.'
					},
					{
						index: 'sorrel',
						headings: ['Sustained Attention'],
						fit: 'narrower',
						note: 'Introduced in 1991; earlier work is under Vigilance.'
					},
					{ index: 'sorrel', headings: ['Distraction'], fit: 'related' },
					{
						index: 'sorrel',
						headings: ['Vigilance'],
						fit: 'narrower',
						role: 'recorded',
						note: 'For work before 1991, should the search go back that far.'
					}
				],
				noHeading: [
					{
						index: 'alder',
						tried: ['attention', 'concentration'],
						note: 'Human Performance is far too wide.'
					}
				],
				sightings: [{ text: 'Listening Effort', seen: 'keyword of an article on noisy lessons' }]
			},
			{
				id: 'sleep-and-rest',
				name: 'sleep and rest',
				words: ['sleep', 'rest', 'napping', 'sleep quality'],
				picks: [{ index: 'yarrow', headings: ['Rest and Sleep'], fit: 'exact', withNarrower: true }]
			},
			{
				id: 'pupils-and-patients',
				name: 'pupils and patients',
				words: ['pupil*', 'patient*', 'schoolchildren', 'inpatient*'],
				picks: [
					{ index: 'bracken', headings: ['Pupils'], fit: 'narrower' },
					{ index: 'alder', headings: ['Occupants'], fit: 'broader', note: 'The nearest there is.' }
				]
			},
			{
				id: 'design-measures',
				name: 'design measures',
				words: ['acoustic panel*', 'sound absorption', 'ceiling tile*', 'single room*', 'retrofit*'],
				picks: [
					{ index: 'alder', headings: ['Absorption (Sound)'], fit: 'narrower', withNarrower: true },
					{
						index: 'alder',
						headings: ['Sound Absorbers', 'Ceilings'],
						fit: 'narrower',
						note: 'Acoustic ceiling tiles.'
					},
					{ index: 'yarrow', headings: ['Noise Reduction'], fit: 'close', withNarrower: true }
				],
				noHeading: [
					{
						index: 'bracken',
						tried: ['acoustic panel', 'sound absorption', 'retrofit'],
						note: 'Classroom design is about layout; its scope note sends sound elsewhere.'
					}
				]
			},
			{
				id: 'outdoor-traffic-noise',
				name: 'outdoor traffic noise',
				status: 'exclude',
				words: ['traffic noise', 'road noise'],
				picks: [{ index: 'alder', headings: ['Traffic Noise'], fit: 'exact' }]
			}
		]
	}
];

/** The commands that make an inquiry's concepts, words, picks and decisions, in the order of the work. */
export function commandsOf(
	inquiry: DemoInquiry,
	uriOf: (index: string, label: string) => string,
	editionOf: (index: string) => string
): Command[] {
	return inquiry.concepts.flatMap((concept): Command[] => [
		{ kind: 'concept.add', id: concept.id, name: concept.name },
		...(concept.status ? [{ kind: 'concept.set', id: concept.id, status: concept.status } as const] : []),
		...concept.words.map((word, i): Command => ({
			kind: 'word.add',
			id: `${concept.id}-w${i + 1}`,
			conceptId: concept.id,
			...(typeof word === 'string' ? { text: word } : word)
		})),
		...(concept.picks ?? []).map(({ index, headings, cuts = [], ...rest }, i): Command => {
			const named = (label: string) => ({ uri: uriOf(index, label), label });
			return {
				kind: 'pick.add',
				id: `${concept.id}-p${i + 1}`,
				conceptId: concept.id,
				indexCode: index,
				headings: headings.map(named),
				edition: editionOf(index),
				...rest,
				cuts: cuts.map(named)
			};
		}),
		...(concept.noHeading ?? []).map(({ index, tried, note }): Command => ({
			kind: 'cell.noHeading',
			conceptId: concept.id,
			indexCode: index,
			tried,
			note,
			edition: editionOf(index)
		})),
		...(concept.sightings ?? []).flatMap(({ text, index, seen, dismissed }, i): Command[] => {
			const id = `${concept.id}-s${i + 1}`;
			const from = index ? { indexCode: index, uri: uriOf(index, text) } : {};
			return [
				{ kind: 'sighting.add', id, text, seen, conceptId: concept.id, ...from },
				...(dismissed ? [{ kind: 'sighting.set', id, state: 'dismissed' } as const] : [])
			];
		})
	]);
}
