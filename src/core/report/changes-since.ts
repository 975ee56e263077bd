/** What a report tells otherwise than the one before it. */
import { counted } from '../text';
import { FIT_WORDS, ROLE_WORDS } from '../crosswalk';
import type { ReportFacts } from './report-facts';

const number = (count: number) => count.toLocaleString('en');

/** In words, in the order of the report. O(facts). */
export function changesSince(before: ReportFacts, now: ReportFacts): string[] {
	const said: string[] = [];
	if (before.inquiry.question !== now.inquiry.question) said.push('The question was changed.');
	compare(
		before.concepts,
		now.concepts,
		({ id }) => id,
		(one) => `Concept ${one.name}`,
		(one) => `${one.status} ${one.words.map(({ text, offIn }) => `${text} ${offIn.join()}`).join('|')}`
	);
	compare(
		before.indexes,
		now.indexes,
		({ code }) => code,
		({ name }) => name,
		({ edition }) => edition
	);
	const name = (facts: ReportFacts, code: string) =>
		facts.indexes.find((index) => index.code === code)?.name ?? code;
	const picks = (facts: ReportFacts) =>
		facts.cells.flatMap(({ conceptId, code, picks: own }) =>
			own.map((pick) => ({
				...pick,
				id: `${conceptId} ${code} ${pick.headings.join('\n')}`,
				called: `${pick.headings.join(' together with ')} in ${name(facts, code)} for ${facts.concepts.find(({ id }) => id === conceptId)?.name ?? 'a concept'}`
			}))
		);
	compare(
		picks(before),
		picks(now),
		({ id }) => id,
		({ called }) => called,
		({ fit, role, switches }) => [FIT_WORDS[fit], ROLE_WORDS[role], ...switches].join(', '),
		true
	);
	for (const { code } of now.indexes) {
		const [was, is] = [before, now].map(({ runs }) => runs.find((run) => run.code === code));
		if (!is || is.number === was?.number) continue;
		said.push(
			was
				? `${name(now, code)}: run ${is.number} instead of run ${was.number}, ${counted(is.count, 'record')} instead of ${number(was.count)}.`
				: `${name(now, code)}: run ${is.number}, ${counted(is.count, 'record')}.`
		);
	}
	for (const [what, count] of [
		['works on the reading list', (facts: ReportFacts) => facts.list.all],
		['works kept', (facts: ReportFacts) => facts.list.keep],
		['works still open', (facts: ReportFacts) => facts.list.open]
	] as const)
		if (count(before) !== count(now))
			said.push(`${number(count(now))} ${what} instead of ${number(count(before))}.`);
	return said;

	function compare<T>(
		old: readonly T[],
		fresh: readonly T[],
		key: (one: T) => string,
		called: (one: T) => string,
		state: (one: T) => string,
		isTold = false
	): void {
		const known = new Map(each(old, key));
		for (const [name, one] of each(fresh, key)) {
			const was = known.get(name);
			known.delete(name);
			if (!was) said.push(`${called(one)}: new.`);
			else if (state(was) !== state(one))
				said.push(
					isTold ? `${called(one)}: ${state(one)} instead of ${state(was)}.` : `${called(one)}: changed.`
				);
		}
		for (const one of known.values()) said.push(`${called(one)}: gone.`);
	}
}

/** Things with a name of their own: the second of a name is another one. */
function each<T>(all: readonly T[], key: (one: T) => string): [string, T][] {
	const seen = new Map<string, number>();
	return all.map((one) => {
		const times = seen.get(key(one)) ?? 0;
		seen.set(key(one), times + 1);
		return [`${key(one)} ${times}`, one];
	});
}
