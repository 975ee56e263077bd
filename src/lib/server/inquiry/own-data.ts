/** All that is here of a person, as one archive to take away. */
import { strToU8, zipSync, type Zippable } from 'fflate';
import { allow, type Caller, ownAccount, type Person } from '../people';
import { listInquiries } from './inquiries';
import { exportInquiry } from './inquiry-document';

/** What other wings keep of a person, by the name of its file. */
const others = new Map<string, (personId: string) => Promise<unknown>>();

/** Has what a wing keeps of a person go along with the rest of their data. */
export function registerOwnData(name: string, take: (personId: string) => Promise<unknown>): void {
	others.set(name, take);
}

/**
 * A ZIP archive: what is kept of the account itself, without secrets, and every inquiry in which the person takes part as
 * the document in which it can be taken in again. Memory: all of it.
 */
export async function ownArchive(person: Person | undefined, caller: Caller): Promise<Response> {
	const asking = allow(person, 'work');
	const files: Zippable = { 'account.json': asJson(await ownAccount(asking, caller)) };
	for (const [name, take] of others) files[`${name}.json`] = asJson(await take(asking.id));
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
