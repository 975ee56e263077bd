/** What the demo's works are about, in the words that people use, beside the headings of the gold crosswalk. */
import { GOLD, type GoldConcept } from './gold';
import type { DEMO_INDEXES } from './indexes';

export type IndexCode = (typeof DEMO_INDEXES)[number]['code'];

/** The part a theme plays in a sentence. */
export type Part = 'cause' | 'outcome' | 'people' | 'measure';

export interface Theme {
	name: string;
	part: Part;
	/** Words of titles and abstracts, most usual first. */
	phrases: string[];
	gold: GoldConcept['picks'];
	/** Disciplines that write of it, most often first. */
	indexes: IndexCode[];
}

const PHRASES: Record<string, { part: Part; indexes: IndexCode[]; phrases: string[] }> = {
	'room acoustics and noise': {
		part: 'cause',
		indexes: ['alder', 'yarrow', 'bracken', 'sorrel'],
		phrases: ['noise', 'room acoustics', 'background noise', 'reverberation', 'sound levels', 'classroom acoustics', 'ward noise', 'the sound of the room', 'chatter and echo', 'peak sound levels', 'the acoustic quality of rooms', 'loudness indoors']
	},
	attention: {
		part: 'outcome',
		indexes: ['sorrel', 'bracken', 'yarrow', 'alder'],
		phrases: ['attention', 'concentration', 'time on task', 'distraction', 'sustained attention', 'focus on the task', 'lapses of attention', 'ability to concentrate']
	},
	'sleep and rest': {
		part: 'outcome',
		indexes: ['yarrow', 'sorrel', 'bracken'],
		phrases: ['sleep', 'rest', 'sleep quality', 'night-time waking', 'napping', 'undisturbed rest', 'quiet time', 'sleep disturbance', 'recovery at night']
	},
	'pupils and patients': {
		part: 'people',
		indexes: ['bracken', 'yarrow', 'sorrel', 'alder'],
		phrases: ['pupils', 'patients', 'schoolchildren', 'inpatients', 'children in class', 'people on the ward', 'students', 'older patients', 'young learners']
	},
	'design measures': {
		part: 'measure',
		indexes: ['alder', 'yarrow', 'bracken', 'sorrel'],
		phrases: ['acoustic panels', 'sound absorption', 'ceiling tiles', 'single rooms', 'a retrofit of the ceiling', 'soft flooring', 'absorbing baffles', 'doors that close softly', 'a redesign of the room']
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
