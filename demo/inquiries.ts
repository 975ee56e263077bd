/** The two inquiries of the demo, as the commands that a researcher would have given. */
import type { Command, Fit, Role } from '../src/core/crosswalk';

interface DemoPick {
	index: string;
	headings: string[];
	fit?: Fit;
	withNarrower?: boolean;
	role?: Role;
	note?: string;
}

interface DemoConcept {
	id: string;
	name: string;
	status?: 'waiting' | 'exclude';
	words: string[];
	picks?: DemoPick[];
	noHeading?: { index: string; tried: string[]; note: string }[];
}

export interface DemoInquiry {
	id: string;
	title: string;
	question: string;
	concepts: DemoConcept[];
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
		concepts: [
			{
				id: 'room-acoustics',
				name: 'room acoustics and noise',
				words: ['room acoustics', 'noise', 'reverberation', 'sound level*', 'classroom acoustics'],
				picks: [
					{
						index: 'bracken',
						headings: ['Noise in schools'],
						fit: 'close',
						note: 'Covers classroom acoustics, which have no topic of their own here.'
					},
					{ index: 'sorrel', headings: ['Noise Effects'], fit: 'close', withNarrower: true },
					{
						index: 'sorrel',
						headings: ['Noise (Statistical)'],
						role: 'rejected',
						note: 'False friend: random error in data, not sound.'
					},
					{ index: 'yarrow', headings: ['Noise, Indoor'], fit: 'exact', withNarrower: true },
					{ index: 'alder', headings: ['Room Acoustics'], fit: 'exact', withNarrower: true },
					{ index: 'alder', headings: ['Background Noise'], fit: 'narrower' }
				]
			},
			{
				id: 'attention',
				name: 'attention',
				words: ['attention', 'concentration', 'distraction'],
				picks: [
					{ index: 'bracken', headings: ['Attention'], fit: 'exact' },
					{
						index: 'sorrel',
						headings: ['Sustained Attention'],
						fit: 'narrower',
						note: 'Introduced in 1991; earlier work is under Vigilance.'
					},
					{ index: 'sorrel', headings: ['Distraction'], fit: 'related' }
				],
				noHeading: [
					{
						index: 'alder',
						tried: ['attention', 'concentration'],
						note: 'Human Performance is far too wide.'
					}
				]
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
				words: ['pupil*', 'patient*', 'schoolchildren', 'inpatient*']
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
		...concept.words.map((text, i): Command => ({
			kind: 'word.add',
			id: `${concept.id}-w${i + 1}`,
			conceptId: concept.id,
			text
		})),
		...(concept.picks ?? []).map(({ index, headings, ...rest }, i): Command => ({
			kind: 'pick.add',
			id: `${concept.id}-p${i + 1}`,
			conceptId: concept.id,
			indexCode: index,
			headings: headings.map((label) => ({ uri: uriOf(index, label), label })),
			edition: editionOf(index),
			...rest
		})),
		...(concept.noHeading ?? []).map(({ index, tried, note }): Command => ({
			kind: 'cell.noHeading',
			conceptId: concept.id,
			indexCode: index,
			tried,
			note,
			edition: editionOf(index)
		}))
	]);
}
