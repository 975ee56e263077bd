/** Limits: conditions on records that are not about the topic. */

/** A condition as it is set. Values mean any of them; a range includes both ends. */
export interface LimitSetting {
	field: string;
	values?: string[];
	from?: number;
	to?: number;
	/** Of `dc.date`: so many years, up to and with the year of the run. */
	lastYears?: number;
}

/** A limit that an index offers. */
export interface LimitDefinition {
	/** Name in CQL, such as `oak.ageBand`. */
	field: string;
	/** What people call it. */
	label: string;
	kind: 'choice' | 'number' | 'flag';
	/** Of a choice: its values in their order. */
	values: string[];
}

/** Limits that every index has, as every record may have them. */
export const COMMON_LIMITS: readonly LimitDefinition[] = [
	{ field: 'dc.date', label: 'Year', kind: 'number', values: [] },
	{ field: 'dc.language', label: 'Language', kind: 'choice', values: [] },
	{
		field: 'dc.type',
		label: 'Kind of record',
		kind: 'choice',
		values: [
			'journal article',
			'book',
			'chapter',
			'thesis',
			'report',
			'conference paper',
			'magazine article',
			'newspaper article',
			'review'
		]
	}
];

/** What a limit means in a given year: “the last five years” as the years they were. */
export function inYear(limit: LimitSetting, year: number): LimitSetting {
	if (limit.lastYears === undefined) return limit;
	return { field: limit.field, from: year - limit.lastYears + 1, to: year };
}

/** A limit in words, for lists and logs. */
export function describeLimit(limit: LimitSetting, label: string): string {
	const { values, from, to, lastYears } = limit;
	if (lastYears !== undefined) return `${label}: the last ${lastYears} years`;
	if (values) return `${label}: ${values.join(' or ')}`;
	if (from === undefined) return `${label}: up to ${to}`;
	return to === undefined ? `${label}: ${from} or later` : `${label}: ${from} to ${to}`;
}
