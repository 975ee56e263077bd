/** What was looked at lately, as lines that can be opened. */
import type { Recent } from '$lib/server/find';
import { lookedAt, type Place } from '../inquiry/addresses';
import { counted, number } from '../parts/numbers';
import type { FindLine } from './find-groups';

/** Lines in the panel of the empty word field. */
export const FEW_RECENT = 12;

/** How many records it had, and has where that is known and otherwise. */
export function thenAndNow(then: number | null, now: number | null | undefined): string {
	if (now === null) return 'no longer there';
	if (then === null) return now === undefined ? '' : counted(now, 'record');
	if (now === undefined || now === then) return counted(then, 'record');
	return `${number(then)} then, ${number(now)} now`;
}

export function lineOf(entry: Recent, now: number | null | undefined, place: Place): FindLine {
	const { kind, says, indexCode, count } = entry;
	return {
		at: lookedAt(place, entry),
		text: says,
		voice: kind === 'result' ? 'plain' : kind,
		says: [kind === 'word' ? 'looked up' : kind, thenAndNow(count, now)].filter(Boolean).join(' · '),
		...(indexCode && { index: indexCode })
	};
}
