/** The report of an inquiry: as it stands, as it was handed in, and as a file. */
import { filesAs } from '../endpoint';
import { createHash } from 'node:crypto';
import { strToU8, zipSync, type Zippable } from 'fflate';
import {
	type PartName,
	type ReportDocument,
	type ReportFacts,
	reportOf,
	reportToHtml,
	reportToMarkdown
} from '../../../core/report';
import { crosswalkFiles, exportCrosswalk } from '../crosswalk';
import { ServiceError } from '../errors';
import { allowIn, exportInquiry, coalescedView } from '../inquiry';
import type { Person } from '../people';
import { exportList } from '../reading';
import { findRun } from '../runs';
import { gather } from './report-data';
import { reportToDocx } from './report-docx';
import { draftRow, insertReport, reportLines, reportRow, writeDraft } from './report-rows';
import { FIRST_DRAFT, type ReportDraft } from './report-schema';

export interface ReportView {
	draft: ReportDraft;
	document: ReportDocument;
	/** Runs of the report whose strategies are not what the crosswalk says now. */
	outdated: number[];
	/** Numbers of the runs that it is of. */
	runs: number[];
	handedIn: { number: number; at: string; person: string }[];
}

/** What the report would be if it were handed in now. */
export async function reportView(person: Person | undefined, inquiryId: string): Promise<ReportView> {
	await allowIn(person, 'read', inquiryId);
	return coalescedView(inquiryId, 'report', () => viewNow(person, inquiryId));
}

async function viewNow(person: Person | undefined, inquiryId: string): Promise<ReportView> {
	const [made, lines] = await Promise.all([madeNow(person, inquiryId), reportLines(inquiryId)]);
	const { draft, facts, document } = made;
	return {
		draft,
		document,
		outdated: facts.runs.filter(({ isOutdated }) => isOutdated).map(({ number }) => number),
		runs: facts.runs.map(({ number }) => number),
		handedIn: lines.map(({ number, at, person: by }) => ({ number, at: at.toISOString(), person: by ?? '' }))
	};
}

interface Made {
	draft: ReportDraft;
	facts: ReportFacts;
	document: ReportDocument;
	on: string;
}

async function madeNow(
	person: Person | undefined,
	inquiryId: string,
	parts?: readonly PartName[]
): Promise<Made> {
	await allowIn(person, 'read', inquiryId);
	const draft = (await draftRow(inquiryId)) ?? FIRST_DRAFT;
	const [facts, [latest]] = await Promise.all([gather(person, inquiryId, draft), reportLines(inquiryId)]);
	const on = new Date().toISOString();
	return { draft, facts, on, document: await written(inquiryId, facts, draft, on, latest?.number, parts) };
}

/** A report again as it was handed in: from what it said then, whatever has changed. */
async function madeThen(inquiryId: string, number: number, parts?: readonly PartName[]): Promise<Made> {
	const row = await reportRow(inquiryId, number);
	if (!row) throw new ServiceError(404, 'no-report', `No report ${number} was handed in.`);
	const { draft, facts, at } = row;
	const on = at.toISOString();
	return { draft, facts, on, document: await written(inquiryId, facts, draft, on, number - 1, parts) };
}

async function written(
	inquiryId: string,
	facts: ReportFacts,
	{ parts, texts }: ReportDraft,
	on: string,
	last = 0,
	only: readonly PartName[] = parts
): Promise<ReportDocument> {
	const before = last > 0 ? await reportRow(inquiryId, last) : undefined;
	return reportOf(
		facts,
		{
			parts: only,
			texts,
			...(before && { last: { number: before.number, on: before.at.toISOString(), facts: before.facts } })
		},
		on
	);
}

/** Keeps what the report is to hold. */
export async function setDraft(
	person: Person | undefined,
	inquiryId: string,
	draft: ReportDraft
): Promise<void> {
	await allowIn(person, 'change-inquiry', inquiryId);
	for (const number of draft.runs ?? []) await findRun(inquiryId, number);
	await writeDraft(inquiryId, draft);
}

/** Keeps the report as it stands, with everything it says. @returns its number */
export async function handIn(person: Person | undefined, inquiryId: string): Promise<number> {
	const { id: personId } = await allowIn(person, 'change-inquiry', inquiryId);
	const { draft, facts, on } = await madeNow(person, inquiryId);
	return insertReport(inquiryId, { personId, draft, facts, at: new Date(on) });
}

const TYPES = {
	html: 'text/html; charset=utf-8',
	md: 'text/markdown; charset=utf-8',
	docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
	json: 'application/json; charset=utf-8',
	zip: 'application/zip'
} as const;
export const reportFiles = filesAs(TYPES, (ending) => `The report as ${ending.toUpperCase()}`);

/** A report as a file: as it stands, or as it was handed in. */
export async function reportFile(
	person: Person | undefined,
	inquiryId: string,
	ending: string,
	{ parts, report }: { parts?: PartName[]; report?: number }
): Promise<Response> {
	await allowIn(person, 'read', inquiryId);
	if (!Object.hasOwn(TYPES, ending))
		throw new ServiceError(404, 'no-format', `A report is given as .${Object.keys(TYPES).join(', .')}.`);
	const made =
		report === undefined ? await madeNow(person, inquiryId, parts) : await madeThen(inquiryId, report, parts);
	const body = await bodyOf(person, inquiryId, ending as keyof typeof TYPES, made);
	return new Response(body as BodyInit, {
		headers: {
			'content-type': TYPES[ending as keyof typeof TYPES],
			// A page is read where it is; the rest is taken away.
			'content-disposition': `${ending === 'html' ? 'inline' : 'attachment'}; filename="report-${encodeURIComponent(inquiryId)}.${ending}"`
		}
	});
}

async function bodyOf(
	person: Person | undefined,
	inquiryId: string,
	ending: keyof typeof TYPES,
	made: Made
): Promise<string | Uint8Array> {
	switch (ending) {
		case 'html':
			return reportToHtml(made.document);
		case 'md':
			return reportToMarkdown(made.document);
		case 'docx':
			return reportToDocx(made.document);
		case 'json':
			return JSON.stringify({ made: made.on, facts: made.facts, document: made.document }, null, '\t');
		case 'zip':
			return archive(person, inquiryId, made);
	}
}

/** The report in every format with every file of data that stands behind it, and what each file should hold. */
async function archive(person: Person | undefined, inquiryId: string, made: Made): Promise<Uint8Array> {
	const files = new Map<string, Uint8Array>();
	const add = async (name: string, content: string | Uint8Array | Response) =>
		files.set(
			name,
			typeof content === 'string'
				? strToU8(content)
				: content instanceof Response
					? new Uint8Array(await content.arrayBuffer())
					: content
		);
	for (const ending of ['html', 'md', 'docx', 'json'] as const)
		await add(`report.${ending}`, await bodyOf(person, inquiryId, ending, made));
	for (const ending of Object.keys(crosswalkFiles))
		await add(`crosswalk.${ending}`, await exportCrosswalk(person, inquiryId, ending));
	for (const { number, code, cql, dialect } of made.facts.runs) {
		await add(`strategies/run-${number}-${code}.cql`, cql);
		if (dialect) await add(`strategies/run-${number}-${code}.txt`, dialect);
	}
	for (const ending of ['ris', 'bib', 'json', 'csv'])
		await add(
			`works-kept.${ending}`,
			await exportList(person, inquiryId, ending, { decision: ['keep'], abstracts: true, headings: true })
		);
	await add('inquiry.json', JSON.stringify(await exportInquiry(person, inquiryId), null, '\t'));
	const manifest = [...files].map(
		([name, content]) => `${createHash('sha256').update(content).digest('hex')}  ${name}\n`
	);
	files.set('MANIFEST.sha256', strToU8(manifest.join('')));
	// One moment for all, so that the same files make the same archive.
	return zipSync(Object.fromEntries(files) as Zippable, { mtime: made.on });
}
