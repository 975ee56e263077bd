/** A vocabulary that is sent as a file: it becomes a new edition, in the background. */
import { ServiceError } from '../errors';
import { formatOf, startJob, type Upload } from '../jobs';
import { allow, type Person } from '../people';
import { differenceBetween } from './differing';
import { editionsOf } from './edition-rows';
import { currentIndex, warmUp } from './editions';
import { FORMATS } from './parsers';
import type { WhenCurrent } from './import-write';
import type { ImportRequest } from './vocabulary-import';

export interface VocabularyUpload extends Upload {
	edition: string;
	/** `always` or `never`; anything else is refused. */
	current?: string;
}

/** Takes the file in and starts the import; the answer comes as soon as the file has arrived. */
export async function startVocabularyImport(
	person: Person | undefined,
	upload: VocabularyUpload
): Promise<string> {
	const { id: startedBy } = allow(person, 'change-indexes');
	const format = formatOf(upload, FORMATS, 'A vocabulary');
	const edition = upload.edition.trim();
	if (edition === '' || edition.length > 100)
		throw new ServiceError(
			400,
			'edition-needed',
			'Name the edition with ?edition=…, in at most 100 characters.'
		);
	const { indexCode } = upload;
	const current = whenCurrent(upload.current);
	await currentIndex(indexCode);
	const request = (file: string): ImportRequest => ({ indexCode, edition, file, format, current });
	// The first to browse it need not wait until it is read.
	const done = () =>
		void warmUp()
			.then(() => foresee(indexCode))
			.catch(() => {});
	return startJob({ kind: 'vocabulary', indexCode, edition, startedBy, upload, request, done });
}

function whenCurrent(given: string | undefined): WhenCurrent | undefined {
	if (given === undefined || given === 'always' || given === 'never') return given;
	throw new ServiceError(
		400,
		'invalid',
		'?current= is either “always”, which uses the edition whatever it looks like, or “never”, which keeps it to be looked at.'
	);
}

/** Works out what changed with the edition that has just come, which is what is asked for next. */
async function foresee(code: string): Promise<void> {
	const [last, before] = await editionsOf(code);
	const { index } = await currentIndex(code);
	const from = last.id === index.currentEdition ? before?.id : index.currentEdition;
	if (typeof from === 'number') await differenceBetween(from, last.id);
}
