/** Records that are sent as a file, taken in in the background. */
import { PARTINGS } from '../../../core/formats/record-keywords';
import { RECORD_FORMATS } from '../../../core/formats/record-reading';
import { ServiceError } from '../errors';
import { formatOf, startJob, type Upload } from '../jobs';
import { allow, type Person } from '../people';
import { currentIndex } from '../vocabulary';
import type { RecordRequest } from './record-import';

/**
 * Takes the file in and starts the import; the answer comes as soon as the file has arrived.
 * @param how `parting`: by what keywords of one field are parted, found out entry by entry where it is left out; `whole`: the
 *   file holds all records of the index, and what it lacks was withdrawn
 */
export async function startRecordImport(
	person: Person | undefined,
	upload: Upload,
	{ parting, whole = false }: { parting?: string; whole?: boolean } = {}
): Promise<string> {
	const { id: startedBy } = allow(person, 'change-indexes');
	const format = formatOf(upload, RECORD_FORMATS, 'A file of records');
	const { indexCode } = upload;
	await currentIndex(indexCode);
	const way = PARTINGS.find((one) => one === parting);
	if (parting && !way)
		throw new ServiceError(
			422,
			'unknown-parting',
			`Keywords can be parted by ${PARTINGS.join(', ')}; “${parting}” is none of these.`
		);
	const request = (file: string): RecordRequest => ({
		indexCode,
		file,
		format,
		...(way && { parting: way }),
		...(whole && { whole })
	});
	return startJob({ kind: 'records', indexCode, startedBy, upload, request });
}
