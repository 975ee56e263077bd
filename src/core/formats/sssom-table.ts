/** The table of an SSSOM/TSV file with the prefixes of its metadata block. */
import Papa from 'papaparse';
import { parse as parseYaml } from 'yaml';
import { FITS, type Fit } from '../crosswalk';

export const PREDICATES: Record<Fit, string> = {
	notJudged: 'skos:mappingRelation',
	exact: 'skos:exactMatch',
	close: 'skos:closeMatch',
	broader: 'skos:broadMatch',
	narrower: 'skos:narrowMatch',
	related: 'skos:relatedMatch'
};

/** Prefixes that need not be stated (SSSOM 1.0, “Built-in prefixes”). */
const STANDARD = {
	owl: 'http://www.w3.org/2002/07/owl#',
	rdf: 'http://www.w3.org/1999/02/22-rdf-syntax-ns#',
	rdfs: 'http://www.w3.org/2000/01/rdf-schema#',
	semapv: 'https://w3id.org/semapv/vocab/',
	skos: 'http://www.w3.org/2004/02/skos/core#',
	sssom: 'https://w3id.org/sssom/'
};

export interface SssomRow {
	/** Where it stands in the file, from 1. */
	line: number;
	/** The value of a slot, its own or that of the whole set; empty where there is none. */
	at: (slot: string) => string;
	/** A prefixed name as a whole IRI. */
	resolve: (name: string) => string;
}

export interface SssomTable {
	title: string;
	/** Slots of the rows, and those of the metadata that hold for every row. */
	slots: string[];
	rows: SssomRow[];
	/** Slots that say something of the whole set and of no mapping. */
	ofSet: string[];
	/** Rows that do not fit the columns, each with its line. */
	refused: { line: number; why: string }[];
}

/** Slots that a set states once for all its mappings, where a mapping does not state its own (SSSOM 1.0, “Propagation”). */
const PROPAGATED = new Set([
	'mapping_date', 'mapping_provider', 'mapping_tool', 'mapping_tool_version', 'object_match_field', 'object_preprocessing', 'object_source',
	'object_source_version', 'object_type', 'subject_match_field', 'subject_preprocessing', 'subject_source', 'subject_source_version',
	'subject_type', 'predicate_type', 'similarity_measure'
]); // prettier-ignore

/**
 * The metadata block is YAML, each line after a “#”. O(length).
 * @throws Error where there is no table, it lacks a column that every mapping needs, or the block is no YAML
 */
export function sssomTable(text: string): SssomTable {
	const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
	const headLines = lines.findIndex((line) => line.trim() !== '' && !line.startsWith('#'));
	if (headLines < 0) throw new Error('There is no table after the metadata block.');
	const head = metadata(lines.slice(0, headLines).map((line) => line.replace(/^#/, '')));
	const prefixes = new Map(Object.entries(STANDARD));
	if (isObject(head.curie_map))
		for (const [prefix, iri] of Object.entries(head.curie_map))
			if (typeof iri === 'string') prefixes.set(prefix, iri);
	const { data, meta, errors } = Papa.parse<Record<string, string>>(lines.slice(headLines).join('\n'), {
		header: true,
		delimiter: '\t',
		skipEmptyLines: 'greedy',
		transformHeader: (name) => name.trim()
	});
	for (const needed of ['subject_id', 'predicate_id', 'object_id'])
		if (!meta.fields?.includes(needed))
			throw new Error(`The table has no column “${needed}”, which SSSOM needs.`);
	const resolve = (name: string) => {
		const [, prefix, local] = /^([A-Za-z_][\w.-]*):(?!\/\/)(.*)$/.exec(name) ?? [];
		return prefix && prefixes.has(prefix) ? `${prefixes.get(prefix)}${local}` : name;
	};
	const shared = new Map(
		Object.entries(head).flatMap(([slot, value]) =>
			PROPAGATED.has(slot) && (typeof value === 'string' || typeof value === 'number')
				? [[slot, String(value)]]
				: []
		)
	);
	// Fields that are empty at the end of a row are often left out.
	const misfits = new Map(
		errors.flatMap(({ code, row, message }) =>
			row === undefined || code === 'TooFewFields' ? [] : [[row, message]]
		)
	);
	const rows: SssomRow[] = [];
	const refused: SssomTable['refused'] = [];
	let line = headLines + 2;
	for (const [i, row] of data.entries()) {
		const why = misfits.get(i);
		if (why === undefined) rows.push({ line, at: (slot) => row[slot] || (shared.get(slot) ?? ''), resolve });
		else refused.push({ line, why: `The row does not fit the columns (${why}).` });
		// A value in quotation marks may go on over lines.
		for (const value of Object.values(row)) line += String(value).split('\n').length - 1;
		line++;
	}
	const title = typeof head.mapping_set_title === 'string' ? head.mapping_set_title : '';
	const ofSet = Object.keys(head).filter((slot) => !shared.has(slot));
	return { title, slots: [...(meta.fields ?? []), ...shared.keys()], ofSet, rows, refused };
}

const isObject = (value: unknown): value is Record<string, unknown> =>
	value !== null && typeof value === 'object' && !Array.isArray(value);

function metadata(lines: readonly string[]): Record<string, unknown> {
	let read: unknown;
	try {
		// Dates stay texts, and nothing is made of tags or aliases without end.
		read = parseYaml(lines.join('\n'), { schema: 'core', maxAliasCount: 0 });
	} catch (error) {
		const reason = (error as Error).message.split('\n')[0];
		throw new Error(`The metadata block is no YAML: ${reason}`, { cause: error });
	}
	return isObject(read) ? read : {};
}

/** The fit that a mapping predicate means; undefined where it is none of SKOS. */
export function relationOf(predicate: string): Fit | undefined {
	const name = predicate.replace('http://www.w3.org/2004/02/skos/core#', 'skos:');
	return FITS.find((fit) => PREDICATES[fit] === name);
}
