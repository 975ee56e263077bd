/** Where steps are: a screen with what is in hand on it, as an address of some inquiry and back. */
import type { ScreenName, StepPlace } from '$core/teaching';
import {
	crosswalkAt,
	displayAt,
	indexesAt,
	keepUpAt,
	lanesAt,
	lineageAt,
	logbookAt,
	pearlsAt,
	questionAt,
	readingListAt,
	recordsAt,
	reportAt,
	strategyAt
} from '../inquiry/addresses';

/** The address of a step in an inquiry. */
export function addressOf(place: StepPlace, id: string): string {
	const { screen, concept, index, heading, record, word } = place;
	const at = { id, concept, index };
	switch (screen) {
		case 'question':
			return questionAt(at);
		case 'indexes':
			return indexesAt(at);
		case 'crosswalk':
			return crosswalkAt(at, concept && index ? `${concept}:${index}` : undefined);
		case 'browse':
			if (index && heading) return lineageAt(at, index, heading, word);
			return index && word === undefined ? displayAt(at, index) : lanesAt(at, word);
		case 'strategy':
			return strategyAt(at);
		case 'records':
			return recordsAt(at, index, record === undefined ? {} : { record });
		case 'pearls':
			return pearlsAt(at);
		case 'reading-list':
			return readingListAt(at);
		case 'report':
			return reportAt(at);
		case 'logbook':
			return logbookAt(at);
		case 'keep-up':
			return keepUpAt(at);
	}
}

/** The screens by the first part of their paths in an inquiry, where that is not their name. */
const SCREEN_OF: Record<string, ScreenName> = {
	'': 'crosswalk',
	draft: 'crosswalk',
	check: 'strategy',
	pooled: 'records',
	replay: 'logbook',
	changed: 'keep-up'
};
const NAMED: readonly ScreenName[] = [
	'question',
	'indexes',
	'browse',
	'strategy',
	'records',
	'pearls',
	'reading-list',
	'report',
	'logbook',
	'keep-up'
];

/** The place that an address of an inquiry shows. */
export function placeAt(url: URL): StepPlace {
	const [, , , first = '', code, heading] = url.pathname.split('/').map(decodeURIComponent);
	const screen = NAMED.find((name) => name === first) ?? SCREEN_OF[first] ?? 'crosswalk';
	const cell = url.searchParams.get('cell') ?? '';
	const parts: Omit<StepPlace, 'screen'> = {
		concept: url.searchParams.get('concept') ?? (cell ? cell.slice(0, cell.lastIndexOf(':')) : undefined),
		index:
			(screen === 'browse' ? code : undefined) ??
			url.searchParams.get('index') ??
			(cell ? cell.slice(cell.lastIndexOf(':') + 1) : undefined),
		heading: screen === 'browse' ? heading : undefined,
		record: screen === 'records' ? (url.searchParams.get('record') ?? undefined) : undefined,
		word: screen === 'browse' ? (url.searchParams.get('q') ?? undefined) : undefined
	};
	const known = Object.entries(parts).filter(([, value]) => value !== undefined && value !== '');
	return { screen, ...Object.fromEntries(known) };
}
