/** The first ten minutes, step by step; begun, left and taken up again at any time. */
import {
	crosswalkAt,
	lanesAt,
	lineageAt,
	readingListAt,
	recordsAt,
	reportAt,
	strategyAt,
	type Place
} from '../inquiry/addresses';
import { keepHere, keptHere } from '../parts/kept-here';

export interface Step {
	says: string;
	at: (place: Place) => string;
}

/** The demo’s inquiry that the steps are laid out for. */
export const GUIDED = 'quiet-rooms';
const of = (place: Place): Place => ({ ...place, concept: 'sleep-and-rest' });

export const STEPS: readonly Step[] = [
	{
		says: 'One word, four vocabularies: “sleep” stands in the word field, and each lane says what its index calls it, and why that matched.',
		at: (place) => lanesAt(of(place), 'sleep')
	},
	{
		says: 'A heading has its place: broader ones to the left, narrower ones to the right. The arrow keys walk there.',
		at: (place) => lineageAt(of(place), 'sorrel', 'sleep')
	},
	{
		says: 'Space picks it for the concept in hand, “sleep and rest”; Ctrl Z takes that back. Nothing is lost here.',
		at: (place) => lineageAt(of(place), 'sorrel', 'sleep')
	},
	{
		says: 'The crosswalk: what each concept is called in each index, and how well that fits. Your pick stands in its cell.',
		at: (place) => crosswalkAt(of(place))
	},
	{
		says: 'The search is made from the crosswalk. Every line says what it brings, and what would be lost without it.',
		at: (place) => strategyAt(of(place), 'yarrow')
	},
	{
		says: 'Records lead back to headings: these are carried by what you found far more often than by the rest.',
		at: (place) => recordsAt(of(place), 'yarrow', { view: 'headings' })
	},
	{
		says: 'The reading list: F keeps a work, D drops it, S leaves it open, K takes the last decision back.',
		at: (place) => readingListAt(of(place), { part: 'open' })
	},
	{
		says: 'The report tells all of it, every number with the run it comes from. That is the whole way.',
		at: (place) => reportAt(of(place))
	}
];

const PLACE = 'oakmoss:guide';

class Guide {
	/** The step that is shown; none while nobody is guided. */
	step = $state.raw<number | null>(keptHere<number | null>(PLACE, null));

	go(to: number | null): void {
		this.step = to !== null && to >= 0 && to < STEPS.length ? to : null;
		keepHere(PLACE, this.step);
	}
}
export const guide = new Guide();
