/** The moments of an inquiry's history, by days. */

/** When each change was made, oldest first. */
export interface Moments {
	revisions: readonly number[];
	/** Milliseconds since 1970. */
	times: readonly number[];
}

/** One day of the history. */
export interface Day {
	/** As people write it. */
	says: string;
	/** Its first change and its last one. */
	first: number;
	last: number;
	changes: number;
}

const DAY = new Intl.DateTimeFormat('en-GB', {
	weekday: 'short',
	day: 'numeric',
	month: 'short',
	year: 'numeric'
});

/** The days on which something was changed, oldest first, as days are where this is read. O(changes). */
export function daysOf({ revisions, times }: Moments): Day[] {
	const days: Day[] = [];
	revisions.forEach((revision, i) => {
		const says = DAY.format(times[i]);
		const day = days[days.length - 1];
		if (day?.says === says) {
			day.last = revision;
			day.changes++;
		} else days.push({ says, first: revision, last: revision, changes: 1 });
	});
	return days;
}

/** The day that a revision belongs to; none where the inquiry began. */
export const dayOf = (days: readonly Day[], revision: number): Day | undefined =>
	days.findLast(({ first }) => first <= revision);

/** The revision that ends the day before or after the one in hand; 0 before the first day. */
export function stepDay(days: readonly Day[], revision: number, by: -1 | 1): number {
	const at = days.findLastIndex(({ first }) => first <= revision);
	if (by < 0) return days[at - 1]?.last ?? 0;
	// Within a day its own end comes first.
	if (at >= 0 && revision < days[at].last) return days[at].last;
	return days[at + 1]?.last ?? revision;
}
