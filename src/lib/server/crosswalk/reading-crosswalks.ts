/** A crosswalk as it stands in a file, in any format that is taken. */
import { crosswalkFromCsv } from '../../../core/formats/crosswalk-csv';
import type { IncomingCrosswalk } from '../../../core/formats/incoming-crosswalk';
import { crosswalkFromJson } from '../../../core/formats/crosswalk-json';
import { crosswalkFromSssom } from '../../../core/formats/crosswalk-sssom';
import { sheetAsCsv } from './workbook';

/** More cells than any inquiry has; each becomes a change, of which no more are made in one step. */
const MOST_CELLS = 5_000;

const READERS: Record<string, (text: string) => IncomingCrosswalk | Promise<IncomingCrosswalk>> = {
	csv: crosswalkFromCsv,
	xlsx: async (text) => crosswalkFromCsv(await sheetAsCsv(Buffer.from(text, 'base64'))),
	json: crosswalkFromJson,
	tsv: crosswalkFromSssom
};

export const isCrosswalkFormat = (kind: string) => Object.hasOwn(READERS, kind);

/** @throws Error in words, for whoever brought the file */
export async function readCrosswalk({
	kind,
	text
}: {
	kind: string;
	text: string;
}): Promise<IncomingCrosswalk> {
	const incoming = await READERS[kind](text);
	if (incoming.cells.length > MOST_CELLS)
		throw new Error(
			`The file has ${incoming.cells.length} cells; at most ${MOST_CELLS} are taken in at once. Bring it in parts.`
		);
	return incoming;
}
