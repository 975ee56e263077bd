/** All that is here of a person, as one archive to take away. */
import { strToU8, zipSync, type Zippable } from 'fflate';
import { allow, type Caller, ownAccount, type Person } from '../people';
import { listInquiries } from './inquiries';
import { exportInquiry } from './inquiry-document';

/**
 * A ZIP archive: what is kept of the account itself, without secrets, and every inquiry in which the person takes part as
 * the document in which it can be taken in again. Memory: all of it.
 */
export async function ownArchive(person: Person | undefined, caller: Caller): Promise<Response> {
	const asking = allow(person, 'work');
	const files: Zippable = { 'account.json': asJson(await ownAccount(asking, caller)) };
	// One after the other, as each may be large.
	for (const { id } of await listInquiries(asking))
		files[`inquiries/${id.replace(/[^\w.-]+/g, '-')}.json`] = asJson(await exportInquiry(asking, id));
	return new Response(zipSync(files) as BodyInit, {
		headers: {
			'content-type': 'application/zip',
			'content-disposition': 'attachment; filename="oakmoss-my-data.zip"'
		}
	});
}

const asJson = (value: unknown) => strToU8(JSON.stringify(value, null, '\t'));
