/** How two people worked on the first inquiry, day by day: what the logbook of the demo tells. */
import type { Command } from '../src/core/crosswalk';

export const COLLEAGUES = [
	{ id: 'demo-ines', name: 'Ines Okerlund', role: 'member', alone: true },
	{ id: 'demo-tomas', name: 'Tomas Mossgrave', role: 'member', alone: true }
] as const;

/** Something that is done: commands of the crosswalk, a strategy set and run, records marked. */
export type Step =
	/** Concepts and their words, but for one that nobody thought of yet. */
	| { do: 'concepts'; but: string }
	/** A concept with its words and what was picked for it. */
	| { do: 'concept'; concept: string }
	| { do: 'picks'; concept: string }
	| { do: 'pearls' }
	| { do: 'limit'; index: string; from?: number }
	| { do: 'run'; index: string; name?: string; note?: string }
	/** What these runs found is put on the reading list, each work once. */
	| { do: 'list'; runs: number[] }
	/** The works at these places of the list are looked at. */
	| { do: 'decide'; from: number; to: number };

export interface Day {
	/** Days before the demo is made. */
	ago: number;
	/** When the first thing was done, in minutes of the day. */
	from: number;
	who: (typeof COLLEAGUES)[number]['id'];
	steps: Step[];
}

export const FORTNIGHT: Day[] = [
	{ ago: 14, from: 570, who: 'demo-ines', steps: [{ do: 'concepts', but: 'outdoor-traffic-noise' }] },
	{
		ago: 13,
		from: 615,
		who: 'demo-ines',
		steps: [{ do: 'picks', concept: 'room-acoustics' }]
	},
	{
		ago: 12,
		from: 840,
		who: 'demo-tomas',
		steps: [
			{ do: 'picks', concept: 'attention' },
			{ do: 'picks', concept: 'sleep-and-rest' },
			{ do: 'run', index: 'yarrow', name: 'first look', note: 'Before anything is picked for patients.' }
		]
	},
	{
		ago: 10,
		from: 590,
		who: 'demo-ines',
		steps: [
			{ do: 'picks', concept: 'pupils-and-patients' },
			{ do: 'picks', concept: 'design-measures' },
			{ do: 'run', index: 'yarrow' },
			{ do: 'run', index: 'sorrel' }
		]
	},
	{ ago: 8, from: 665, who: 'demo-tomas', steps: [{ do: 'pearls' }] },
	{
		ago: 6,
		from: 870,
		who: 'demo-ines',
		steps: [
			{ do: 'concept', concept: 'outdoor-traffic-noise' },
			{ do: 'run', index: 'yarrow', name: 'street noise left out' },
			{ do: 'run', index: 'bracken' },
			{ do: 'run', index: 'alder' }
		]
	},
	{ ago: 5, from: 600, who: 'demo-tomas', steps: [{ do: 'list', runs: [3, 5] }] },
	{ ago: 4, from: 560, who: 'demo-ines', steps: [{ do: 'decide', from: 0, to: 44 }] },
	{
		ago: 3,
		from: 700,
		who: 'demo-tomas',
		steps: [
			{ do: 'limit', index: 'yarrow', from: 2005 },
			{
				do: 'run',
				index: 'yarrow',
				name: 'since 2005',
				note: 'What the last twenty years alone would give.'
			},
			{ do: 'limit', index: 'yarrow' },
			{ do: 'decide', from: 44, to: 72 }
		]
	},
	{
		ago: 1,
		from: 580,
		who: 'demo-ines',
		steps: [
			{
				do: 'run',
				index: 'yarrow',
				name: 'as handed round',
				note: 'All years again: the early ward studies count.'
			},
			{ do: 'list', runs: [8] }
		]
	}
];

/** Whether a command makes a concept, gives it words, or says something of it. */
const isOfConcept = ({ kind }: Command) => kind.startsWith('concept.') || kind.startsWith('word.');
const conceptOf = (command: Command) =>
	'conceptId' in command
		? command.conceptId
		: command.kind.startsWith('concept.') && 'id' in command
			? command.id
			: '';

/** Which commands of an inquiry a step stands for. */
export function commandsOfStep(step: Step, all: readonly Command[]): Command[] {
	switch (step.do) {
		case 'concepts':
			return all.filter((command) => isOfConcept(command) && conceptOf(command) !== step.but);
		case 'concept':
			return [
				...all.filter((command) => isOfConcept(command) && conceptOf(command) === step.concept),
				...commandsOfStep({ do: 'picks', concept: step.concept }, all)
			];
		case 'picks': {
			const own = all.filter((command) => !isOfConcept(command) && conceptOf(command) === step.concept);
			const ids = new Set(own.flatMap((command) => ('id' in command ? [command.id] : [])));
			// What is said of a sighting follows it.
			return all.filter(
				(command) => own.includes(command) || (command.kind === 'sighting.set' && ids.has(command.id))
			);
		}
		case 'limit':
			return [
				{
					kind: 'strategy.set',
					indexCode: step.index,
					limits: step.from === undefined ? [] : [{ field: 'dc.date', from: step.from }]
				}
			];
		default:
			return [];
	}
}

/** What of a title led to a work being dropped, and why. */
const DROPPED: [of: RegExp, reason: string][] = [
	[/office|open-plan/i, 'offices, not classrooms or wards'],
	[/test chamber|laborator/i, 'a test chamber, no room in use'],
	[/online panel|age groups|university students/i, 'asked apart from any room'],
	[/motor|street|traffic/i, 'sound from outside']
];
/** Whom and where the inquiry asks about. */
const KEPT: [of: RegExp, tag: string][] = [
	[/pupil|class|school|children|lesson/i, 'classrooms'],
	[/patient|ward|nursing|intensive|hospital/i, 'wards']
];

/** What two people decided of works by their titles; of some, that they cannot tell yet. */
export function decisionsOn(works: readonly { id: string; title: string }[]): Command[] {
	const kept = new Map<string, string[]>();
	const dropped = new Map<string, string[]>();
	const unsure: string[] = [];
	for (const { id, title } of works) {
		const reason = DROPPED.find(([of]) => of.test(title))?.[1];
		const tag = KEPT.find(([of]) => of.test(title))?.[1];
		const [group, name] = reason ? [dropped, reason] : [kept, tag];
		if (name === undefined) unsure.push(id);
		else group.set(name, [...(group.get(name) ?? []), id]);
	}
	return [
		...[...kept].map(([tag, ids]): Command => ({ kind: 'entries.set', ids, decision: 'keep', tags: [tag] })),
		...[...dropped].map(([reason, ids]): Command => ({ kind: 'entries.set', ids, decision: 'drop', reason })),
		...(unsure.length > 0
			? [{ kind: 'entries.set' as const, ids: unsure, note: 'Whose room is it? To be asked of the authors.' }]
			: [])
	];
}
