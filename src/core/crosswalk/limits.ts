/** Limits: conditions on records that are not about the topic. */
import { canonical } from '../canonical';

/** A condition as it is set. Values mean any of them; a range includes both ends. */
export interface LimitSetting {
	field: string;
	values?: string[];
	from?: number;
	to?: number;
	/** Of `dc.date`: so many years, up to and with the year of the run. */
	lastYears?: number;
}

/** A limit of one index alone. */
export interface OwnLimit extends LimitSetting {
	/** It stays as it is set, and does not hold for now. */
	isLifted?: boolean;
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
	/** How people read values that are kept in fewer words. */
	says?: Readonly<Record<string, string>>;
}

/** The ways to have a work that a library tells of, best first. */
export const WAYS = {
	online: 'online for subscribers',
	free: 'free online',
	print: 'in print',
	request: 'on request'
} as const;

/**
 * Limits that are worked out from what stands in a record and from the library's catalogue: no index labels them, and every
 * index has them.
 */
export const WORKED_OUT_LIMITS = [
	{ field: 'oak.availability', label: 'Availability', kind: 'choice', values: Object.keys(WAYS), says: WAYS },
	{ field: 'oak.hasAbstract', label: 'Has an abstract', kind: 'flag', values: ['true', 'false'] },
	{ field: 'oak.hasKeywords', label: 'Has author’s keywords', kind: 'flag', values: ['true', 'false'] },
	{ field: 'oak.hasReferences', label: 'Has its references', kind: 'flag', values: ['true', 'false'] },
	{ field: 'oak.hasDoi', label: 'Has a DOI', kind: 'flag', values: ['true', 'false'] }
] as const satisfies readonly LimitDefinition[];
export type WorkedOutField = (typeof WORKED_OUT_LIMITS)[number]['field'];

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
	},
	...WORKED_OUT_LIMITS
];

/** What a limit means in a given year: “the last five years” as the years they were. */
export function inYear(limit: LimitSetting, year: number): LimitSetting {
	if (limit.lastYears === undefined) return limit;
	return { field: limit.field, from: year - limit.lastYears + 1, to: year };
}

/** A value as people read it. */
export function sayValue({ kind, says }: Pick<LimitDefinition, 'kind' | 'says'>, value: string): string {
	if (kind === 'flag') return value === 'true' ? 'yes' : 'no';
	return says?.[value] ?? value;
}

const COMMON_BY_FIELD = new Map(COMMON_LIMITS.map((limit) => [limit.field, limit]));

/** What a limit leaves, in words: values, a range or a period. */
function describeValues({ field, values, from, to, lastYears }: LimitSetting): string {
	if (lastYears !== undefined) return lastYears === 1 ? 'this year' : `the last ${lastYears} years`;
	const says = COMMON_BY_FIELD.get(field)?.says;
	if (values) return values.map((value) => says?.[value] ?? value).join(' or ');
	if (from === undefined) return `up to ${to}`;
	return to === undefined ? `${from} or later` : from === to ? String(from) : `${from} to ${to}`;
}

/** A limit in words, for lists and logs. */
export function describeLimit(limit: LimitSetting, label: string): string {
	return `${label}: ${describeValues(limit)}`;
}

/** The same in as few words as tell it, to stand beside a count: “2015 or later”, “peer reviewed”. */
export function limitInBrief(
	limit: LimitSetting,
	definition: Pick<LimitDefinition, 'label' | 'kind'>
): string {
	const { kind, label } = definition;
	if (kind === 'flag' && limit.values?.length === 1) {
		const name = label[0].toLowerCase() + label.slice(1);
		return limit.values[0] === 'true' ? name : `not: ${name}`;
	}
	// Years and values speak for themselves; a number does not.
	return kind === 'choice' || limit.field === 'dc.date' ? describeValues(limit) : describeLimit(limit, label);
}

/** A limit that every index of an inquiry keeps to, where it knows the field and does not go its own way. */
export interface LimitForAll {
	/** The field. */
	id: string;
	position: number;
	setting: LimitSetting;
	/** Codes of the indexes in which it does not hold. */
	liftedIn: string[];
}

/** Whether two limits leave the same. */
export const isSameLimit = (a: LimitSetting, b: LimitSetting): boolean => canonical(a) === canonical(b);

/**
 * What is wrong with a limit, whatever it is set for; undefined where nothing is. A range from nothing to nothing would keep
 * everything, and one the wrong way round nothing.
 */
export function faultOfLimit({ field, values, from, to, lastYears }: LimitSetting): string | undefined {
	const said = [values !== undefined, from !== undefined || to !== undefined, lastYears !== undefined];
	if (said.filter(Boolean).length !== 1)
		return `A limit has values, or a range, or so many last years (${field}).`;
	if (values && values.length === 0) return `A limit without a value would leave nothing (${field}).`;
	if (values && values.length > MOST_VALUES)
		return `A limit has at most ${MOST_VALUES} values; this one has ${values.length} (${field}).`;
	if (from !== undefined && to !== undefined && from > to)
		return `The range from ${from} to ${to} is the wrong way round: nothing lies in it.`;
	return undefined;
}
/** Values of one limit. */
const MOST_VALUES = 200;
