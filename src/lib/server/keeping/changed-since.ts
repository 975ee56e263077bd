/** What changed since a date, a run or a report: crosswalk, strategies, editions and records in one view. */
import { ServiceError } from '../errors';
import { allowIn, loadInquiry } from '../inquiry';
import type { Person } from '../people';
import { listRuns } from '../runs';
import { findRecordsIn } from '../search';
import { currentIndexes, differenceBetween, editionsOf } from '../vocabulary';
import { decisionsSince, findsSince, momentOf, reportsOf } from './since-rows';

export interface ChangedSince {
	/** The moment it is told from (ISO 8601, UTC). */
	since: string;
	decisions: { total: number; lines: { revision: number; at: string; person: string; summary: string }[] };
	/** By index: what its strategy finds now, and what the last run before the moment found. */
	strategies: { index: string; now: number | null; then: { number: number; count: number } | null }[];
	/** Editions that came since, with how many headings something happened to against the one before it. */
	editions: { index: string; label: string; at: string; isCurrent: boolean; from: string; changes: number }[];
	records: { found: number; unlooked: number };
	works: { added: number; decided: number };
	/** What it can be told from. */
	runs: { number: number; name: string; index: string; at: string }[];
	reports: { number: number; at: string }[];
}

const MOST_DECISIONS = 200;
const DAY = 24 * 60 * 60 * 1_000;

/** @param since a date (`2026-11-01`), `run 3`, `report 1`, or `7 days` */
export async function changedSince(
	person: Person | undefined,
	inquiryId: string,
	since: string
): Promise<ChangedSince> {
	await allowIn(person, 'read', inquiryId);
	const [{ inquiry }, indexes, runs, reports] = await Promise.all([
		loadInquiry(inquiryId),
		currentIndexes(),
		listRuns(person, inquiryId),
		reportsOf(inquiryId)
	]);
	const moment = await momentNamed(inquiryId, since);
	const from = moment.toISOString();
	const codes = inquiry.about.indexes.filter((code) => indexes.some(({ index }) => index.code === code));
	const [decisions, records, strategies, editions] = await Promise.all([
		decisionsSince(inquiryId, moment, MOST_DECISIONS),
		findsSince(inquiryId, moment),
		Promise.all(
			codes.map(async (code) => {
				const { faults, result } = await findRecordsIn(inquiry, code);
				// Newest first, so the first that is old enough is the last of those.
				const then = runs.find(
					({ indexCode, kind, at }) => indexCode === code && kind === 'run' && at <= from
				);
				return {
					index: code,
					now: faults.length > 0 ? null : result.size,
					then: then ? { number: then.number, count: then.count } : null
				};
			})
		),
		Promise.all(codes.map((code) => editionsSince(code, moment)))
	]);
	const entries = Object.values(inquiry.entries);
	return {
		since: from,
		decisions: {
			total: decisions.total,
			lines: decisions.lines.map((line) => ({ ...line, at: line.at.toISOString() }))
		},
		strategies,
		editions: editions.flat(),
		records,
		works: {
			added: entries.filter(({ addedAt }) => addedAt > from).length,
			decided: entries.filter(({ decision, decidedAt }) => decision !== 'open' && decidedAt > from).length
		},
		runs: runs.map(({ number, name, indexCode, at }) => ({ number, name, index: indexCode, at })),
		reports: reports.map(({ number, at }) => ({ number, at: at.toISOString() }))
	};
}

async function momentNamed(inquiryId: string, since: string): Promise<Date> {
	const [, what, number] = /^(run|report) (\d{1,9})$/.exec(since) ?? [];
	if (what === 'run' || what === 'report') {
		const found = await momentOf(inquiryId, what, Number(number));
		if (!found) throw new ServiceError(404, 'no-moment', `There is no ${what} ${number} in this inquiry.`);
		return found;
	}
	const days = /^(\d{1,4}) days$/.exec(since)?.[1];
	if (days !== undefined) return new Date(Date.now() - Number(days) * DAY);
	const date = /^\d{4}-\d\d-\d\d$/.test(since) ? new Date(`${since}T00:00:00Z`) : undefined;
	if (date && !Number.isNaN(date.getTime())) return date;
	throw new ServiceError(
		400,
		'invalid',
		`“${since}” is no moment: it is a date such as 2026-11-01, “run 3”, “report 1”, or “7 days”.`
	);
}

async function editionsSince(code: string, moment: Date): Promise<ChangedSince['editions']> {
	const kept = await editionsOf(code);
	const current = (await currentIndexes()).find(({ index }) => index.code === code)?.edition;
	return Promise.all(
		kept.flatMap((row, i) => {
			const before = kept.at(i + 1);
			if (row.loadedAt <= moment || !before) return [];
			return [
				differenceBetween(before.id, row.id).then(({ changes }) => ({
					index: code,
					label: row.label,
					at: row.loadedAt.toISOString(),
					isCurrent: row.id === current?.id,
					from: before.label,
					changes: changes.length
				}))
			];
		})
	);
}
