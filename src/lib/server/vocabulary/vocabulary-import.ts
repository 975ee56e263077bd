/** From a vocabulary file to a committed edition, in three stages: read, index, write. */
import type { Finding } from '../../../core/vocabulary/vocabulary-data';
import { type Finish, ImportError, type Progress } from '../jobs';
import type { Sql } from '../db';
import { indexVocabulary } from './import-index';
import { readVocabulary, type ReadVocabulary } from './import-read';
import { Overtaken, type Wanted, type WhenCurrent, writeVocabulary, type Written } from './import-write';
import { mappingsOfVocabulary } from './mapping-files';
import { mendedVocabulary, type MendingRequest } from './edited-vocabulary';
import type { Format } from './parsers';
import { digestOf } from './settling-edition';

export interface ImportRequest {
	indexCode: string;
	edition: string;
	file: string;
	format: Format;
	current?: WhenCurrent;
}

/** About which share of an import is reading, and which is indexing. */
const READ = 0.3;
const INDEXED = 0.4;

/**
 * Imports a vocabulary. Everything is written in one transaction, so an import that fails at any point leaves the
 * database as it was.
 * @param finish is called in the transaction of the import, so that what it writes is kept if the import is
 */
export async function importVocabulary(
	sql: Sql,
	request: ImportRequest | MendingRequest,
	progress: Progress = () => {},
	finish: Finish = () => Promise.resolve()
) {
	if (!('mending' in request)) {
		const told: Tell = (share) => progress(Math.round(share * 100), 100);
		const read = await readVocabulary(request.file, request.format, (share) => told(READ * share));
		return writeReading(sql, read, { ...request, digest: await digestOf(request.file) }, told, finish);
	}
	// Whoever else changes it at the same time may be first; then this change is made to what came of theirs.
	for (let tries = 1; ; tries++)
		try {
			const { read, changes } = await mendedVocabulary(request);
			const { indexCode, edition } = request;
			const wanted: Wanted = { indexCode, edition, digest: '', current: 'always', changes };
			return await writeReading(sql, read, wanted, () => {}, finish);
		} catch (error) {
			if (!(error instanceof Overtaken) || tries === MOST_TRIES) throw error;
		}
}

const MOST_TRIES = 8;
type Tell = (share: number) => void;

/** From what was read to a committed edition. */
async function writeReading(sql: Sql, read: ReadVocabulary, wanted: Wanted, told: Tell, finish: Finish) {
	refuseLongAddresses(read.reading.data.headings);
	const packed = indexVocabulary(read);
	told(READ + INDEXED);
	const said = await mappingsOfVocabulary(wanted.indexCode, read.reading.data);
	await sql.begin(async (tx) => {
		const written = await writeVocabulary(tx, wanted, read.reading, packed, (share) =>
			told(READ + INDEXED + (1 - READ - INDEXED) * share)
		);
		const { counts } = read.reading;
		if (written.same === undefined) await said.write(tx);
		const own = [
			...findingsOf(written, wanted.edition),
			...(written.same === undefined ? said.findings : [])
		];
		const findings = [...own, ...read.reading.findings];
		const findingCounts = { ...read.reading.findingCounts };
		for (const { rule } of own) findingCounts[rule] = 1;
		await finish(tx, { counts: { ...counts }, findings, findingCounts });
	});
	return read.reading;
}

/** The longest address that a heading may have, in characters: it goes along wherever the heading does. */
const LONGEST_ADDRESS = 2_000;

function refuseLongAddresses(headings: readonly { uri: string }[]): void {
	for (const { uri } of headings)
		if (uri.length > LONGEST_ADDRESS)
			throw new ImportError(
				'address-too-long',
				`The address that begins with “${uri.slice(0, 60)}” is ${uri.length.toLocaleString('en')} characters long; a heading has one of at most ${LONGEST_ADDRESS.toLocaleString('en')}. Nothing was changed.`
			);
}

/** What a person should know of what became of the edition. */
function findingsOf({ label, held, same }: Written, wanted: string): Finding[] {
	if (same !== undefined)
		return [
			{
				severity: 'note',
				rule: 'same-edition',
				message: `This is the file of the present edition ${same} again, byte for byte. Nothing was changed.`
			}
		];
	const findings: Finding[] = [];
	if (held !== undefined)
		findings.push({
			severity: 'warning',
			rule: 'edition-held',
			message: `The edition was kept and is not in use yet. ${held} Look at what changed, then make it current or remove it.`
		});
	if (label !== undefined)
		findings.push({
			severity: 'note',
			rule: 'label-taken',
			message: `An edition ${wanted} is there already, so this one is called ${label}.`
		});
	return findings;
}
