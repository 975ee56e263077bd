/** Works of the reading list and records, to be had and to be sent: where they are, asking for them, handing them on. */
import type { InferOutput } from 'valibot';
import type { ListedRecord } from '../../../core/crosswalk';
import type { CslItem } from '../../../core/evidence/citation';
import { ServiceError } from '../errors';
import { type Availability, availabilityOf, requestsTo } from '../holdings';
import { allowIn, loadInquiry, type MessageLine, messagesOf, takesPart } from '../inquiry';
import { putMessage } from '../outbox';
import type { Person } from '../people';
import { citeAll } from '../records';
import { currentIndex } from '../vocabulary';
import { entriesOf, itemOfEntry, itemsOf } from './citing-works';
import { exportList } from './reading-lists';
import type { requestBody, sentBody, workQuery } from './reading-list-schema';
import { nameOf } from './work-record-rows';

type Which = InferOutput<typeof workQuery>;

export interface Having extends Availability {
	/** What was asked of the library for it, newest first. */
	asked: MessageLine[];
}

/** Where a record, or a work of the list, can be had. */
export async function whereToHave(
	person: Person | undefined,
	inquiryId: string,
	which: Which
): Promise<Having> {
	const asking = await allowIn(person, 'read', inquiryId);
	const { item, source, about } = await workOf(person, inquiryId, which);
	const [where, messages] = await Promise.all([
		availabilityOf(item, source),
		takesPart(asking, inquiryId).then((may) => (may ? messagesOf(person, inquiryId) : []))
	]);
	return {
		...where,
		asked: messages.filter((message) => message.kind === 'request' && message.about === about)
	};
}

/** The citation of what is asked about, the name of its index, and the name under which it is asked for. */
async function workOf(
	person: Person | undefined,
	inquiryId: string,
	{ entry: id, index, record }: Which
): Promise<{ item: CslItem; source: string; about: string }> {
	if (id !== undefined) {
		const [entry] = await entriesOf(person, inquiryId, { part: 'all', ids: [id] });
		if (!entry) throw new ServiceError(404, 'no-work', 'This work is no longer on the list.');
		const items = await itemsOf(entry.records);
		const [first] = entry.records;
		return {
			item: itemOfEntry(entry, items),
			source: first ? await indexName(first) : 'a file',
			about: first ? nameOf(first) : id
		};
	}
	const name: ListedRecord = { indexCode: index ?? '', record: record ?? '' };
	const item = (await itemsOf([name])).get(nameOf(name));
	if (!item) throw new ServiceError(404, 'no-record', 'There is no such record.');
	return { item, source: await indexName(name), about: nameOf(name) };
}

const indexName = async ({ indexCode }: ListedRecord) => (await currentIndex(indexCode)).index.name;

/** Asks the library for a work: a message in the outbox. */
export async function askFor(
	person: Person | undefined,
	inquiryId: string,
	{ name, address, note, ...which }: InferOutput<typeof requestBody>
): Promise<Having> {
	const { id: personId } = await allowIn(person, 'change-inquiry', inquiryId);
	const to = requestsTo();
	if (!to)
		throw new ServiceError(
			422,
			'no-requests',
			'The library that is set takes no requests from here. Ask for it there.'
		);
	const { item, about } = await workOf(person, inquiryId, which);
	const [{ text }] = await citeAll(person, { items: [item], style: 'apa' });
	await putMessage(personId, inquiryId, {
		kind: 'request',
		to,
		replyTo: address,
		subject: `Request: ${item.title ?? 'a work without a title'}`.slice(0, 200),
		about,
		text: [`Please get for ${name} <${address}>:`, '', text, ...(note ? ['', note] : [])].join('\n')
	});
	return whereToHave(person, inquiryId, which);
}

/** Works as a message in the outbox: their citations to be read, and as a file to be taken in. */
export async function sendWorks(
	person: Person | undefined,
	inquiryId: string,
	{ to, note, style, locale, ...which }: InferOutput<typeof sentBody>
): Promise<{ id: string; works: number }> {
	const { id: personId } = await allowIn(person, 'change-inquiry', inquiryId);
	const [entries, { inquiry }] = await Promise.all([
		entriesOf(person, inquiryId, which),
		loadInquiry(inquiryId, { works: [] })
	]);
	if (entries.length === 0)
		throw new ServiceError(422, 'no-works', 'No work of the list is like that: there is nothing to send.');
	const items = await itemsOf(entries.flatMap(({ records }) => records));
	const cited = await citeAll(person, {
		items: entries.map((entry) => itemOfEntry(entry, items)),
		style,
		locale
	});
	const decision = which.part === 'all' ? [] : [which.part];
	const file = await exportList(person, inquiryId, 'ris', { decision, abstracts: true, headings: true });
	const id = await putMessage(personId, inquiryId, {
		kind: 'works',
		to,
		subject: `${entries.length} ${entries.length === 1 ? 'work' : 'works'} from “${inquiry.about.title}”`,
		text: [...(note ? [note, ''] : []), ...cited.map(({ text }) => text)].join('\n'),
		attachments: [
			{
				filename: 'works.ris',
				content: await file.text(),
				contentType: 'application/x-research-info-systems'
			}
		]
	});
	return { id, works: entries.length };
}
