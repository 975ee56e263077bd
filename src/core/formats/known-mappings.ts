/** Known mappings: heading-to-heading relations between vocabularies, from SSSOM/TSV of any origin. */
import type { Finding, MappingRelation } from '../vocabulary/vocabulary-data';
import { relationOf, sssomTable } from './sssom-table';

export interface KnownMapping {
	/** URIs of two headings. */
	subject: string;
	object: string;
	/** How the object stands to the subject. */
	relation: MappingRelation;
	/** 0–1; 1 where the file says nothing. */
	confidence: number;
}

export interface MappingReading {
	title: string;
	mappings: KnownMapping[];
	/** Rows of the table. */
	read: number;
	findings: Finding[];
}

/**
 * Reads mappings row by row; a row that cannot be taken is refused alone. What says that two headings do *not* match is left
 * out, and named. O(rows).
 * @throws Error where there is no table with the slots that every mapping needs
 */
export function readMappings(text: string): MappingReading {
	const { title, rows, refused } = sssomTable(text);
	const mappings = new Map<string, KnownMapping>();
	const findings: Finding[] = [];
	for (const { line, why } of refused)
		findings.push({ severity: 'error', rule: 'row-misfit', line, message: `${why} It was left out.` });
	for (const { line, at: as, resolve } of rows) {
		const at = (slot: string) => as(slot).trim();
		const [subject, object] = [resolve(at('subject_id')), resolve(at('object_id'))];
		const refuse = (rule: string, message: string) =>
			findings.push({ severity: 'error', rule, line, subject: at('subject_id'), message });
		if (subject === '' || object === '') {
			refuse(
				'mapping-end-missing',
				'A mapping needs a subject and an object; this row names only one, and was refused.'
			);
			continue;
		}
		if (/NoTermFound$/.test(object) || /NoTermFound$/.test(subject)) {
			findings.push({
				severity: 'note',
				rule: 'mapping-to-nothing',
				line,
				subject,
				message: 'This row says that nothing was found; there is no mapping to keep.'
			});
			continue;
		}
		const predicate = resolve(at('predicate_id'));
		const relation = relationOf(predicate);
		if (relation === undefined || relation === 'notJudged') {
			refuse(
				'mapping-relation-unknown',
				`“${at('predicate_id')}” is none of the SKOS mapping relations, so this row was refused.`
			);
			continue;
		}
		if (/^not$/i.test(at('predicate_modifier'))) {
			findings.push({
				severity: 'note',
				rule: 'mapping-denied',
				line,
				subject,
				message: 'This row says that the two do not match; it was left out.'
			});
			continue;
		}
		const said = at('confidence');
		const confidence = said === '' ? 1 : Number(said);
		if (!(confidence >= 0 && confidence <= 1)) {
			refuse('mapping-confidence', `“${said}” is no confidence between 0 and 1, so this row was refused.`);
			continue;
		}
		mappings.set(`${subject}\n${object}\n${relation}`, { subject, object, relation, confidence });
	}
	return { title, mappings: [...mappings.values()], read: rows.length + refused.length, findings };
}
