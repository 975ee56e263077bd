/** Mappings between vocabularies, loaded from files; evidence for suggestions. */
import { readFile } from 'node:fs/promises';
import { readMappings, type KnownMapping, type MappingReading } from '../../../core/formats/known-mappings';
import type { Finding, MappingData, VocabularyData } from '../../../core/vocabulary/vocabulary-data';
import type { Sql, Transaction } from '../db';
import { ServiceError } from '../errors';
import { type Finish, formatOf, ImportError, type Progress, startJob, type Upload } from '../jobs';
import { allow, type Person } from '../people';
import { editionIndex } from './editions';
import { currentIndexes } from './index-rows';
import {
	deleteMappings,
	dropMappings,
	mappingSetRows,
	mappingsNamed,
	nameOfVocabulary,
	replaceMappings
} from './mapping-rows';

export const MAPPING_TYPES = { 'text/tab-separated-values': 'SSSOM (TSV)' } as const;

interface MappingRequest {
	name: string;
	file: string;
}

export async function listMappings(person: Person | undefined) {
	allow(person, 'read');
	return mappingSetRows();
}

/** Takes the file in and starts reading it; it takes the place of what was loaded under this name before. */
export async function startMappingImport(
	person: Person | undefined,
	name: string,
	upload: Omit<Upload, 'indexCode'>
): Promise<string> {
	const { id: startedBy } = allow(person, 'change-indexes');
	if (name.trim() === '' || name.length > 100)
		throw new ServiceError(422, 'invalid', 'Mappings need a name of at most 100 characters.');
	formatOf(upload, MAPPING_TYPES, 'Known mappings');
	const request = (file: string): MappingRequest => ({ name, file });
	return startJob({ kind: 'mappings', startedBy, upload, request });
}

export async function removeMappings(person: Person | undefined, name: string): Promise<void> {
	allow(person, 'change-indexes');
	if (!(await deleteMappings(name)))
		throw new ServiceError(404, 'no-mappings', `There are no known mappings by the name “${name}”.`);
}

/** Reads a file of mappings and keeps them, all or nothing; rows that cannot be taken are refused one by one. */
export async function importMappings(
	sql: Sql,
	{ name, file }: MappingRequest,
	_progress: Progress = () => {},
	finish: Finish = () => Promise.resolve()
): Promise<void> {
	const reading = read(await readFile(file, 'utf8'));
	const placed = await placesOf(reading);
	const { mappings, findings } = reading;
	if (mappings.length === 0)
		throw new ImportError(
			'unreadable',
			`No mapping was imported. ${findings[0]?.message ?? 'The file holds none.'}`,
			findings[0]?.line
		);
	if (placed.known === 0)
		throw new ImportError(
			'no-heading-known',
			`None of the ${mappings.length} mappings names a heading of an index that is here, so none was imported. Load the vocabularies first, or look whether the file names headings by their whole addresses.`
		);
	if (placed.joined < mappings.length)
		findings.push({
			severity: 'note',
			rule: 'mapping-unplaced',
			message: `${mappings.length - placed.joined} of ${mappings.length} mappings have an end that no index here has. They were kept, and count as soon as its vocabulary is loaded.`
		});
	const refused = findings.filter(({ severity }) => severity === 'error').length;
	const findingCounts: Record<string, number> = {};
	for (const { rule } of findings) findingCounts[rule] = (findingCounts[rule] ?? 0) + 1;
	await sql.begin(async (tx) => {
		await replaceMappings(tx, { name, title: reading.title, joined: placed.joined }, mappings);
		await finish(tx, {
			counts: { read: reading.read, kept: mappings.length, repaired: 0, refused, joined: placed.joined },
			findings,
			findingCounts
		});
	});
}

function read(text: string): MappingReading {
	try {
		return readMappings(text);
	} catch (error) {
		throw new ImportError('unreadable', `No mapping was imported. ${(error as Error).message}`);
	}
}

/** How many mappings have a heading that some index has, and how many join headings of two. */
async function placesOf({ mappings }: MappingReading): Promise<{ known: number; joined: number }> {
	const isKnown = await whetherHere();
	let [known, joined] = [0, 0];
	for (const { subject, object } of mappings) {
		const ends = Number(isKnown(subject)) + Number(isKnown(object));
		if (ends > 0) known++;
		if (ends === 2) joined++;
	}
	return { known, joined };
}

/** Tells whether an address is that of a heading of some index. */
async function whetherHere(): Promise<(uri: string) => boolean> {
	const indexes = await Promise.all(
		(await currentIndexes()).flatMap(({ edition }) => (edition ? [editionIndex(edition)] : []))
	);
	return (uri) => indexes.some((index) => index.find(uri) !== undefined);
}

/**
 * What a vocabulary itself says of others, kept as known mappings under its own name.
 * @returns how to write them, and what to say of them
 */
export async function mappingsOfVocabulary(
	indexCode: string,
	{ headings, mappings = [] }: VocabularyData
): Promise<{ write: (tx: Transaction) => Promise<void>; findings: Finding[] }> {
	const name = nameOfVocabulary(indexCode);
	if (mappings.length === 0)
		return {
			write: (tx) => dropMappings(tx, name),
			findings: []
		};
	const isKnown = await whetherHere();
	const joined = mappings.filter(({ target }) => isKnown(target)).length;
	const known = mappings.map(({ heading, relation, target }): KnownMapping => ({
		subject: headings[heading].uri,
		object: target,
		relation,
		confidence: 1
	}));
	return {
		write: (tx) =>
			replaceMappings(tx, { name, title: `Said by the vocabulary of ${indexCode}`, joined }, known),
		findings: [
			{
				severity: 'note',
				rule: 'mappings-kept',
				message: `${mappings.length} ${mappings.length === 1 ? 'relation' : 'relations'} to headings of other vocabularies were kept as known mappings, under the name “${name}”; ${joined} of them lead to an index that is here.`
			}
		]
	};
}

/** What was kept of what a vocabulary says of others. */
export async function mappingsSaidBy(
	indexCode: string,
	{ headings }: VocabularyData
): Promise<MappingData[]> {
	const rows = await mappingsNamed(nameOfVocabulary(indexCode));
	if (rows.length === 0) return [];
	const place = new Map(headings.map(({ uri }, n) => [uri, n]));
	return rows.flatMap(({ subject, relation, object: target }) => {
		const heading = place.get(subject);
		return heading === undefined ? [] : [{ heading, relation, target }];
	});
}
