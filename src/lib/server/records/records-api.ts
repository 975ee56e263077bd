/** What the public API answers of records: the shapes, and how they are made from what the services give. */
import * as v from 'valibot';
import { nameInWords, yearOf } from '../../../core/evidence/citation';
import { ref, text } from '../answer-schema';
import type { RecordLine } from './record-lines';

export const recordAnswer = v.looseObject({
	id: text,
	type: text,
	limits: v.record(text, v.array(text)),
	headings: v.array(v.strictObject({ ...ref.entries, chief: v.boolean(), aspect: v.optional(text) }))
});

/** A record in a list, as scripts want it. */
export function apiRecordLine({ id, item, kind }: RecordLine) {
	return {
		id,
		title: item.title ?? '',
		year: yearOf(item) ?? null,
		kind,
		authors: (item.author ?? []).map(nameInWords),
		...(item['container-title'] && { source: item['container-title'] }),
		...(item.DOI && { doi: item.DOI })
	};
}

export function apiRecord({ item, headings, limits }: RecordLine) {
	return {
		...item,
		limits,
		headings: headings.map(({ id, uri, label, chief, aspect }) => ({
			id: id ?? '',
			uri,
			label,
			chief,
			...(aspect !== null && { aspect })
		}))
	};
}
