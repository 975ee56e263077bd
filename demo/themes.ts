/** What the demo's works are about, in the words that people use, beside the headings of the gold crosswalk. */
import { GOLD, type GoldConcept } from './gold';
import { DEMO_INDEXES } from './indexes';

export type IndexCode = (typeof DEMO_INDEXES)[number]['code'];
export const INDEX_CODES = DEMO_INDEXES.map(({ code }) => code) as IndexCode[];

/** The part a theme plays in a sentence. */
export type Part = 'cause' | 'outcome' | 'people' | 'measure';

export interface Theme {
	name: string;
	part: Part;
	/** Words of titles and abstracts, most usual first. */
	phrases: string[];
	/** Where a discipline has its own words for it. */
	said?: Partial<Record<IndexCode, string[]>>;
	gold: GoldConcept['picks'];
	/** Disciplines that write of it, most often first. */
	indexes: IndexCode[];
}

const PHRASES: Record<string, Pick<Theme, 'part' | 'indexes' | 'phrases' | 'said'>> = {
	'room acoustics and noise': {
		part: 'cause',
		indexes: ['alder', 'yarrow', 'bracken', 'sorrel'],
		phrases: ['noise', 'room acoustics', 'background noise', 'reverberation', 'sound levels', 'classroom acoustics', 'ward noise', 'the sound of the room', 'chatter and echo', 'peak sound levels', 'the acoustic quality of rooms', 'loudness indoors'],
		said: {
			bracken: ['noise', 'classroom acoustics', 'background noise', 'chatter and echo', 'the sound of the room', 'sound levels'],
			yarrow: ['noise', 'ward noise', 'alarm sounds', 'sound levels', 'peak sound levels', 'voices in the corridor'],
			alder: ['room acoustics', 'reverberation', 'background noise', 'sound levels', 'peak sound levels', 'the acoustic quality of rooms'],
			sorrel: ['noise', 'background noise', 'speech in the background', 'loudness indoors', 'the sound of the room']
		}
	},
	attention: {
		part: 'outcome',
		indexes: ['sorrel', 'bracken', 'yarrow', 'alder'],
		phrases: ['attention', 'concentration', 'time on task', 'distraction', 'sustained attention', 'focus on the task', 'lapses of attention', 'ability to concentrate']
	},
	'sleep and rest': {
		part: 'outcome',
		indexes: ['yarrow', 'sorrel', 'bracken'],
		phrases: ['sleep', 'rest', 'sleep quality', 'night-time waking', 'napping', 'undisturbed rest', 'quiet time', 'sleep disturbance', 'recovery at night'],
		said: {
			bracken: ['rest', 'quiet time', 'napping', 'rest breaks', 'pauses between lessons'],
			sorrel: ['sleep', 'sleep quality', 'night-time waking', 'napping', 'sleep disturbance']
		}
	},
	'pupils and patients': {
		part: 'people',
		indexes: ['bracken', 'yarrow', 'sorrel', 'alder'],
		phrases: ['pupils', 'patients', 'schoolchildren', 'inpatients', 'children in class', 'people on the ward', 'students', 'older patients', 'young learners'],
		said: {
			bracken: ['pupils', 'schoolchildren', 'children in class', 'students', 'young learners'],
			yarrow: ['patients', 'inpatients', 'people on the ward', 'older patients', 'those in shared bays'],
			sorrel: ['students', 'schoolchildren', 'volunteers', 'patients', 'older adults'],
			alder: ['occupants', 'pupils', 'patients', 'those who use the rooms']
		}
	},
	'design measures': {
		part: 'measure',
		indexes: ['alder', 'yarrow', 'bracken', 'sorrel'],
		phrases: ['acoustic panels', 'sound absorption', 'ceiling tiles', 'single rooms', 'a retrofit of the ceiling', 'soft flooring', 'absorbing baffles', 'doors that close softly', 'a redesign of the room'],
		said: {
			bracken: ['a redesign of the room', 'carpets and soft furnishings', 'acoustic panels', 'a new seating plan', 'smaller classrooms'],
			yarrow: ['single rooms', 'doors that close softly', 'quiet hours', 'soft flooring', 'a redesign of the ward'],
			alder: ['sound absorption', 'acoustic panels', 'ceiling tiles', 'a retrofit of the ceiling', 'absorbing baffles'],
			sorrel: ['a redesign of the room', 'acoustic panels', 'screens between desks', 'single rooms']
		}
	},
	'outdoor traffic noise': {
		part: 'cause',
		indexes: ['alder', 'sorrel', 'bracken', 'yarrow'],
		phrases: ['road traffic noise', 'traffic noise', 'noise from the street', 'railway noise', 'aircraft overhead', 'noise at the façade']
	},
	'fine manual skill': {
		part: 'outcome',
		indexes: ['sorrel', 'yarrow', 'bracken'],
		phrases: ['manual dexterity', 'fine motor skill', 'hand skill', 'steadiness of the hand', 'finger dexterity', 'precision of movement']
	},
	'practice on simulators': {
		part: 'measure',
		indexes: ['yarrow', 'sorrel', 'bracken', 'alder'],
		phrases: ['simulator practice', 'simulation', 'training on simulators', 'rehearsal on a model', 'virtual practice', 'bench-top models']
	},
	'carry-over of training': {
		part: 'outcome',
		indexes: ['sorrel', 'bracken', 'yarrow'],
		phrases: ['transfer of training', 'carry-over to the workplace', 'transfer of skill', 'use of what was learnt', 'retention of skill']
	},
	privacy: {
		part: 'outcome',
		indexes: ['yarrow', 'sorrel', 'alder'],
		phrases: ['privacy', 'being overheard', 'seclusion', 'speech privacy', 'personal space', 'dignity at the bedside']
	},
	'light in rooms': {
		part: 'cause',
		indexes: ['alder', 'yarrow', 'sorrel', 'bracken'],
		phrases: ['daylight', 'room lighting', 'glare', 'light at night', 'window views', 'dim light', 'electric lighting']
	},
	'music in the background': {
		part: 'cause',
		indexes: ['sorrel', 'yarrow', 'bracken'],
		phrases: ['background music', 'recorded music', 'calm music', 'songs with words', 'quiet melodies']
	},
	'fear of examinations': {
		part: 'outcome',
		indexes: ['sorrel', 'bracken'],
		phrases: ['test anxiety', 'fear of examinations', 'worry before tests', 'exam stress', 'nervousness under assessment']
	},
	'hearing loss': {
		part: 'people',
		indexes: ['sorrel', 'yarrow', 'alder', 'bracken'],
		phrases: ['people with hearing loss', 'listeners with impaired hearing', 'hard of hearing adults', 'children with a hearing loss', 'users of hearing aids']
	},
	memory: {
		part: 'outcome',
		indexes: ['sorrel', 'bracken', 'yarrow'],
		phrases: ['memory', 'working memory', 'recall', 'remembering', 'short-term memory', 'memory span']
	},
	'indoor climate': {
		part: 'cause',
		indexes: ['alder', 'bracken', 'yarrow'],
		phrases: ['indoor climate', 'room temperature', 'stale air', 'ventilation', 'air quality in rooms', 'draughts', 'humidity']
	}
}; // prettier-ignore

export const THEMES: Theme[] = GOLD.flatMap(({ name, picks }) => {
	const known = PHRASES[name];
	return known ? [{ name, gold: picks, ...known }] : [];
});

export const themeNamed = (name: string): Theme => {
	const theme = THEMES.find((other) => other.name === name);
	if (!theme) throw new Error(`There is no theme “${name}”.`);
	return theme;
};
