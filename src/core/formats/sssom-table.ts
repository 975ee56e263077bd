/** The table of an SSSOM/TSV file with the prefixes of its metadata block. */
import Papa from 'papaparse';
import { FITS, type Fit } from '../crosswalk';

export const PREDICATES: Record<Fit, string> = {
	notJudged: 'skos:mappingRelation',
	exact: 'skos:exactMatch',
	close: 'skos:closeMatch',
	broader: 'skos:broadMatch',
	narrower: 'skos:narrowMatch',
	related: 'skos:relatedMatch'
};

export interface SssomRow {
	/** Where it stands in the file, from 1. */
	line: number;
	/** The value of a slot; empty where there is none. */
	at: (slot: string) => string;
	/** A prefixed name as a whole IRI. */
	resolve: (name: string) => string;
}

/**
 * O(length).
 * @throws Error where there is no table, or it lacks a column that every mapping needs
 */
export function sssomTable(text: string): { head: string[]; rows: SssomRow[] } {
	const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
	const headLines = lines.findIndex((line) => line.trim() !== '' && !line.startsWith('#'));
	if (headLines < 0) throw new Error('There is no table after the metadata block.');
	const head = lines.slice(0, headLines).map((line) => line.replace(/^#/, ''));
	const prefixes = curieMap(head);
	const { data, meta } = Papa.parse<Record<string, string>>(lines.slice(headLines).join('\n'), {
		header: true,
		delimiter: '\t',
		skipEmptyLines: 'greedy'
	});
	for (const needed of ['subject_id', 'predicate_id', 'object_id'])
		if (!meta.fields?.includes(needed))
			throw new Error(`The table has no column “${needed}”, which SSSOM needs.`);
	const resolve = (name: string) => {
		const [, prefix, local] = /^([A-Za-z][\w.-]*):(?!\/\/)(.+)$/.exec(name) ?? [];
		return prefix && prefixes.has(prefix) ? `${prefixes.get(prefix)}${local}` : name;
	};
	const rows = data.map((row, i) => ({
		line: headLines + i + 2,
		at: (slot: string) => (row[slot] ?? '').trim(),
		resolve
	}));
	return { head, rows };
}

/** The fit that a mapping predicate means; undefined where it is none of SKOS. */
export function relationOf(predicate: string): Fit | undefined {
	const name = predicate.replace('http://www.w3.org/2004/02/skos/core#', 'skos:');
	return FITS.find((fit) => PREDICATES[fit] === name);
}

/** The prefixes of the metadata block: the lines under `curie_map`, which are indented. */
function curieMap(head: readonly string[]): Map<string, string> {
	const prefixes = new Map<string, string>();
	let inside = false;
	for (const line of head) {
		if (/^\s*curie_map\s*:/.test(line)) inside = true;
		else if (inside && /^\s+\S/.test(line)) {
			const [, prefix, uri] = /^\s+"?([\w.-]+)"?\s*:\s*"?([^"\s]+)"?\s*$/.exec(line) ?? [];
			if (prefix) prefixes.set(prefix, uri);
		} else if (line.trim() !== '') inside = false;
	}
	return prefixes;
}
