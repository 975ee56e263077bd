/** A crosswalk from a file: read, placed against the vocabularies, and shown before anything changes. */
import { randomUUID } from 'node:crypto';
import { CommandError, type PickedHeading } from '../../../core/crosswalk';
import {
	planImport,
	type ImportPlan,
	type IncomingCrosswalk,
	type Placement
} from '../../../core/formats/incoming-crosswalk';
import { fold } from '../../../core/text';
import type { EditionIndex } from '../../../core/edition/edition-index';
import type { Person } from '../people';
import { currentIndexes, editionIndex } from '../vocabulary';
import { ServiceError } from '../errors';
import { allowIn, faultOfCommand, loadInquiry } from '../inquiry';
import { readInThread } from '../jobs';
import { isCrosswalkFormat } from './reading-crosswalks';

/** The largest crosswalk file taken, in characters. */
export const MOST_CROSSWALK = 10_000_000;

/** What taking the file in would change; the interface sends the command once the person agrees. */
export async function previewCrosswalkImport(
	person: Person | undefined,
	id: string,
	{ kind, text }: { kind: string; text: string }
): Promise<ImportPlan> {
	await allowIn(person, 'change-inquiry', id);
	if (!isCrosswalkFormat(kind))
		throw new ServiceError(415, 'unknown-format', 'A crosswalk is taken as SSSOM (.tsv), CSV, JSON or XLSX.');
	if (text.length > MOST_CROSSWALK)
		throw new ServiceError(413, 'too-large', 'The file is larger than 10 MB, the most that is taken.');
	const incoming = await readInThread<IncomingCrosswalk>('crosswalk', { kind, text }).catch(
		(error: unknown) => {
			if (!(error instanceof ServiceError)) throw error;
			throw new ServiceError(error.status, error.code, `${error.message} Nothing was changed.`);
		}
	);
	const { inquiry } = await loadInquiry(id);
	try {
		return planImport(inquiry, incoming, await placement(), randomUUID, faultOfCommand);
	} catch (error) {
		if (!(error instanceof CommandError)) throw error;
		throw new ServiceError(422, 'invalid', `${error.message} Nothing was changed.`);
	}
}

async function placement(): Promise<Placement> {
	const known = await Promise.all(
		(await currentIndexes()).map(async ({ index, edition }) => ({
			code: index.code,
			name: index.name,
			edition: edition?.label ?? '',
			vocabulary: edition && (await editionIndex(edition))
		}))
	);
	const by = (code: string) => known.find((index) => index.code === code);
	return {
		indexOf: (named, headings) =>
			named
				? known.find(({ code, name }) => code === named || fold(name) === fold(named))?.code
				: known.find(({ vocabulary }) => headings.some(({ uri }) => vocabulary?.find(uri) !== undefined))
						?.code,
		headingOf: (code, heading) => {
			const vocabulary = by(code)?.vocabulary;
			// An index without a vocabulary takes headings as they are written.
			return vocabulary ? findHeading(vocabulary, heading) : typedHeading(heading);
		},
		editionOf: (code) => by(code)?.edition ?? ''
	};
}

function findHeading(index: EditionIndex, { uri, label }: PickedHeading): PickedHeading | undefined {
	let n = uri ? index.find(uri) : undefined;
	if (n === undefined && label) {
		const labels = index.labels.labelsFolding(fold(label));
		// A label that leads to several headings tells none of them.
		const found = new Set(labels.flatMap((one) => [...index.labels.parts.headings.at(one)]));
		if (found.size === 1) [n] = found;
	}
	return n === undefined ? undefined : { uri: index.uris.at(n), label: index.names.at(n) };
}

/** A heading that a person typed for an index that has no vocabulary here. */
export function typedHeading({ uri, label }: PickedHeading): PickedHeading {
	const name = label || uri;
	return { uri: uri || `urn:oakmoss:typed:${encodeURIComponent(name)}`, label: name };
}
