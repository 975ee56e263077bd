/** Records that are sent as a file, taken in in the background. */
import type { Parting } from '../../../core/formats/record-keywords';
import { RECORD_FORMATS } from '../../../core/formats/record-reading';
import { formatOf, startJob, type Upload } from '../jobs';
import { allow, type Person } from '../people';
import { currentIndex } from '../vocabulary';
import type { RecordRequest } from './record-import';

/**
 * Takes the file in and starts the import; the answer comes as soon as the file has arrived.
 * @param parting by what keywords of one field are parted; found out entry by entry where it is left out
 */
export async function startRecordImport(
	person: Person | undefined,
	upload: Upload,
	parting?: Parting
): Promise<string> {
	const { id: startedBy } = allow(person, 'change-indexes');
	const format = formatOf(upload, RECORD_FORMATS, 'A file of records');
	const { indexCode } = upload;
	await currentIndex(indexCode);
	const request = (file: string): RecordRequest => ({
		indexCode,
		file,
		format,
		...(parting && { parting })
	});
	return startJob({ kind: 'records', indexCode, startedBy, upload, request });
}
