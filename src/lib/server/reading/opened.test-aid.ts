/** Opening results as the screen of records does. */
import type { Person } from '../people';
import type { Beside } from '../runs/runs';
import type { Opening } from '../search/openings';
import type { Wanted } from '../search/result-pages';
import { readRecords } from './results';

type Page = Wanted & { record?: string | null };

export const openResult = (person: Person, inquiry: string, code: string, opening: Opening, wanted: Page) =>
	readRecords(person, inquiry, code, { opening, filter: [] }, wanted);

export const runPage = (
	person: Person,
	inquiry: string,
	run: number,
	{ beside, ...wanted }: Page & { beside?: Beside }
) => readRecords(person, inquiry, '', { opening: {}, filter: [], run, beside }, wanted);
