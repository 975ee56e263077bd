/** CSL-JSON, in and out. */
import type { CslItem } from './csl';
import { printKeyword, splitKeywords, type Keyword } from './record-keywords';
import { addRecord, type RecordReading } from './record-reading';
import type { RecordDraft } from './records';

/** @throws Error with the place where the text is not JSON */
export function readCslJson(text: string): RecordReading {
	const reading: RecordReading = { read: 0, records: [], findings: [] };
	let given: unknown;
	try {
		given = JSON.parse(text.replace(/^\uFEFF/, ''));
	} catch (error) {
		// Without a place in the message, it is the end that is missing.
		const at = Number(/position (\d+)/.exec((error as Error).message)?.[1] ?? text.length);
		const line = text.slice(0, at).split('\n').length;
		reading.findings.push({
			severity: 'error',
			rule: 'not-json',
			line,
			message: `The file is not JSON: something is wrong on line ${line}. Nothing of it was read.`
		});
		return reading;
	}
	const items = Array.isArray(given) ? given : [given];
	reading.read = items.length;
	items.forEach((one: unknown, i) => {
		if (one === null || typeof one !== 'object' || typeof (one as CslItem).type !== 'string') {
			reading.findings.push({
				severity: 'error',
				rule: 'entry-unreadable',
				line: 1,
				subject: `item ${i + 1}`,
				message: `Item ${i + 1} is not an object with a type, so it is no record. It was left out.`
			});
			return;
		}
		const { keyword, headings, ...rest } = one as CslItem & { headings?: unknown };
		const tagged = Array.isArray(headings)
			? headings.flatMap((heading: unknown) =>
					heading !== null && typeof heading === 'object' && 'label' in heading
						? [printKeyword(heading as Keyword)]
						: []
				)
			: [];
		const id = typeof rest.id === 'number' ? String(rest.id) : (rest.id ?? '');
		addRecord(reading, {
			item: { ...rest, id } as CslItem,
			key: id,
			keywords: [...tagged, ...splitKeywords(typeof keyword === 'string' ? keyword : '')],
			line: i + 1
		});
	});
	return reading;
}

/** Records as items of a CSL-JSON array, without its brackets. */
export function writeCslItems(records: readonly RecordDraft[]): string {
	return records
		.map(({ key, item, taggings }) =>
			JSON.stringify({
				...item,
				id: key,
				...(taggings.length > 0 && {
					headings: taggings.map(({ label, chief, aspect }) => ({ label, chief, ...(aspect && { aspect }) }))
				})
			})
		)
		.join(',\n');
}
