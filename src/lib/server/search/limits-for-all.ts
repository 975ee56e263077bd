/** Limits that are set once for all indexes of an inquiry: what they cost in each, and setting them from outside. */
import {
	faultOfLimit,
	fieldLabel,
	inOrder,
	isSameLimit,
	limitsForAll,
	type Command,
	type Inquiry,
	type Standing
} from '../../../core/crosswalk';
import { COMMON_LIMITS, inYear, RecordSet, type Leaf, type LimitSetting } from '../../../core/search';
import { ServiceError } from '../errors';
import { allowIn, changeInquiry, loadInquiry, WITHOUT_WORKS } from '../inquiry';
import type { Person } from '../people';
import { searchable } from './searchable';
import { fieldsOf } from './limits-in-force';
import { prepare, resultFor } from './searching';

export interface LimitCost {
	code: string;
	/** How a limit on this field stands there now; `unknown` where the index has no such field, `none` where none is set. */
	standing: Standing | 'none' | 'unknown';
	/** Nothing is searched for there yet, so that all records of the index are counted. */
	ofAll: boolean;
	/** What is found now, without any limit on the field, and with the limit in question. */
	count: number;
	without: number;
	then: number;
	/** Of those found without it: what the limit would take away. */
	doesNotMatch: number;
	notLabelled: number;
	/** Values of the field among those found without it, most records first. */
	values: { value: string; size: number }[];
}

/** Values of a field that are told; of most fields there are fewer. */
const MOST_TOLD = 60;

/**
 * What a limit would cost in each index of an inquiry, before it is set; nothing is changed.
 * @param limit with nothing but a field, the values there are to choose from
 */
export async function costsOfLimit(
	person: Person | undefined,
	inquiryId: string,
	limit: LimitSetting
): Promise<LimitCost[]> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	return Promise.all(inquiry.about.indexes.map((code) => costIn(inquiryId, code, limit)));
}

async function costIn(inquiryId: string, code: string, limit: LimitSetting): Promise<LimitCost> {
	const at = await prepare(inquiryId, code, []);
	const { field } = limit;
	const { strategy, sets, isEmpty: ofAll } = at;
	const found = ofAll ? sets.all : await resultFor(at, strategy);
	if (!fieldsOf(at).includes(field)) {
		const same = { count: found.size, without: found.size, then: found.size };
		return { code, standing: 'unknown', ofAll, ...same, doesNotMatch: 0, notLabelled: 0, values: [] };
	}
	const others = { ...strategy, limits: strategy.limits.filter((one) => one.field !== field) };
	const known = await sets.valuesOf(field);
	const leaves = known.map(({ value }): Leaf => ({ kind: 'value', field, value }));
	const labelled: Leaf = { kind: 'labelled', field };
	const wanted = leafOf(inYear(limit, new Date().getFullYear()));
	const [without, loaded] = await Promise.all([
		ofAll ? sets.all : resultFor(at, others),
		sets.load([...leaves, labelled, ...wanted])
	]);
	const matching = wanted.length === 0 ? without : without.and(RecordSet.union(wanted.map(loaded.of)));
	const notLabelled = without.size - without.andSize(loaded.of(labelled));
	const standing = limitsForAll(at.inquiry, code).find((one) => one.limit.id === field)?.standing;
	return {
		code,
		standing: standing ?? (strategy.limits.some((one) => one.field === field) ? 'own' : 'none'),
		ofAll,
		count: found.size,
		without: without.size,
		then: matching.size,
		doesNotMatch: without.size - matching.size - (wanted.length === 0 ? 0 : notLabelled),
		notLabelled,
		values: known
			.map(({ value }, i) => ({ value, size: without.andSize(loaded.of(leaves[i])) }))
			.sort((a, b) => b.size - a.size)
			.slice(0, MOST_TOLD)
	};
}

/** The leaves whose union a limit leaves; none where it says nothing but its field. */
function leafOf({ field, values, from, to }: LimitSetting): Leaf[] {
	if (values) return values.map((value) => ({ kind: 'value', field, value }));
	if (from === undefined && to === undefined) return [];
	return [{ kind: 'range', field, from: from ?? -Infinity, to: to ?? Infinity }];
}

/** The limits of an inquiry as the public API tells them. */
export interface ToldLimits {
	all: LimitSetting[];
	/** By index: fields of limits for all on which it goes its own way. */
	own: Record<string, string[]>;
}

function told(inquiry: Inquiry): ToldLimits {
	const own = inquiry.about.indexes.flatMap((code): [string, string[]][] => {
		const fields = limitsForAll(inquiry, code).flatMap(({ limit, standing }) =>
			standing === 'holds' ? [] : [limit.id]
		);
		return fields.length > 0 ? [[code, fields]] : [];
	});
	return { all: inOrder(inquiry.limits).map(({ setting }) => setting), own: Object.fromEntries(own) };
}

export async function limitsOfInquiry(person: Person | undefined, inquiryId: string): Promise<ToldLimits> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	return told(inquiry);
}

/**
 * Sets just these limits for all, as one change; an index that goes its own way on a field keeps the limit of its own that it has
 * on it, and else has none.
 */
export async function setLimits(
	person: Person | undefined,
	inquiryId: string,
	wanted: ToldLimits
): Promise<ToldLimits> {
	await allowIn(person, 'change-inquiry', inquiryId);
	const { inquiry, revision } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	await refuseUnknown(inquiry, wanted);
	const commands = commandsFor(inquiry, wanted);
	if (commands.length > 0)
		await changeInquiry(
			person,
			inquiryId,
			{ kind: 'many', title: 'Set the limits for all indexes', commands },
			{ base: revision, client: '' }
		);
	return limitsOfInquiry(person, inquiryId);
}

async function refuseUnknown({ about }: Inquiry, { all, own }: ToldLimits): Promise<void> {
	const refuse = (code: string, message: string) => {
		throw new ServiceError(422, code, message);
	};
	const places = await Promise.all(about.indexes.map((code) => searchable(code)));
	const known = [...COMMON_LIMITS, ...places.flatMap(({ limits }) => limits)];
	all.forEach((limit, i) => {
		const { field, values = [] } = limit;
		if (all.findIndex((one) => one.field === field) !== i)
			refuse('twice', `Two limits are on one field, ${field} (all[${i}]). Put their values into one.`);
		const definitions = known.filter((one) => one.field === field);
		if (definitions.length === 0)
			refuse(
				'unknown-limit',
				`No index of this inquiry has the limit “${field}” (all[${i}]). They have ${[...new Set(known.map((one) => one.field))].join(', ')}.`
			);
		const fault = faultOfLimit(limit);
		if (fault) refuse('invalid', `${fault} (all[${i}])`);
		const named = definitions.flatMap((one) => one.values);
		const strange = values.find((value) => named.length > 0 && !named.includes(value));
		if (strange !== undefined)
			refuse(
				'unknown-value',
				`${fieldLabel(field)} has no value “${strange}” (all[${i}]). It has ${[...new Set(named)].join(', ')}.`
			);
	});
	for (const [code, fields] of Object.entries(own)) {
		if (!about.indexes.includes(code))
			refuse('index-not-used', `This inquiry does not use the subject index “${code}” (own).`);
		const strange = fields.find((field) => !all.some((one) => one.field === field));
		if (strange !== undefined)
			refuse(
				'unknown-limit',
				`${strange} is no limit for all, so no index goes its own way on it (own.${code}).`
			);
	}
}

function commandsFor(inquiry: Inquiry, { all, own }: ToldLimits): Command[] {
	const fields = new Set(all.map(({ field }) => field));
	const gone = Object.keys(inquiry.limits).filter((field) => !fields.has(field));
	const changed = all.filter(({ field, ...limit }) => {
		const before = Object.hasOwn(inquiry.limits, field) ? inquiry.limits[field] : undefined;
		return !before || !isSameLimit(before.setting, { field, ...limit });
	});
	return [
		...gone.map((field): Command => ({ kind: 'limit.remove', field })),
		...changed.map((limit): Command => ({ kind: 'limit.set', limit })),
		...inquiry.about.indexes.flatMap((indexCode): Command[] => {
			const goesOwnWay = (field: string) => own[indexCode]?.includes(field) ?? false;
			const limits = Object.hasOwn(inquiry.strategies, indexCode) ? inquiry.strategies[indexCode].limits : [];
			const isOwn = (field: string) => limits.some((one) => one.field === field);
			return all.flatMap(({ field }): Command[] => {
				const before = Object.hasOwn(inquiry.limits, field) ? inquiry.limits[field].liftedIn : [];
				const lifted = goesOwnWay(field);
				// Its own limit, holding or lifted, is its own way already.
				if (lifted && isOwn(field)) return [];
				return [
					...(isOwn(field) ? [{ kind: 'limit.remove' as const, field, indexCode }] : []),
					...(lifted === before.includes(indexCode)
						? []
						: [{ kind: 'limit.lift' as const, field, indexCode, lifted }])
				];
			});
		})
	];
}
