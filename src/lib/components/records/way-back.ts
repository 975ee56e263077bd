/** From records that a number led to, the way back to the screen where it stood. */
import { logbookAt, strategyAt, type Place } from '../inquiry/addresses';

const SCREENS: [ending: RegExp, says: string][] = [
	[/\/strategy$/, 'Back to the strategy'],
	[/\/logbook$/, 'Back to the logbook'],
	[/\/pooled$/, 'Back to the pooled list'],
	[/\/pearls$/, 'Back to the pearls'],
	[/\/browse\/[^/]+\/[^/]+$/, 'Back to the heading'],
	[/\/browse(\/[^/]+)?$/, 'Back to browsing'],
	[/\/question$/, 'Back to the question'],
	[/\/indexes$/, 'Back to the subject indexes'],
	[/^\/inquiry\/[^/]+$/, 'Back to the crosswalk']
];

/** @param otherwise where the number stands if nobody knows where it was pressed, as after a reload */
export function wayBack(
	from: URL | undefined,
	place: Place,
	otherwise: 'strategy' | 'logbook'
): { at: string; says: string } {
	const known = from && SCREENS.find(([ending]) => ending.test(from.pathname));
	if (from && known) return { at: from.pathname + from.search, says: known[1] };
	return otherwise === 'logbook'
		? { at: logbookAt(place), says: 'To the logbook' }
		: { at: strategyAt(place), says: 'To the strategy' };
}
