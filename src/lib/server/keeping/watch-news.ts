/** What watches found, told: in one message for each inquiry to each who made watches there, and as Atom feeds (RFC 4287). */
import { inStatements } from '../db';
import { ownerOf } from '../inquiry';
import { insertComposed } from '../outbox';
import { addressOf } from './address';
import { addressKey, makersRole, mayChange, watchAt } from './watch-addresses';
import { findRows, inquiriesToTell, takeUntold, type UntoldFind } from './watch-rows';
import { titlesOf } from './record-title-rows';

/** Messages of an inquiry are so far apart, in seconds: a digest, not a flood. */
const apart = () => Number(process.env.OAKMOSS_DIGEST_EVERY ?? 24 * 60 * 60);
/** Titles a message lists for each watch; the rest is counted. */
const MOST_TITLES = 20;

/**
 * Writes what the watches of an inquiry found, if that was done last long enough ago: to whoever made them, and of those who
 * take part no more, to the owner.
 */
export async function sendNews(): Promise<void> {
	for (const inquiryId of await inquiriesToTell(apart()))
		await inStatements(async (tx) => {
			const finds = await takeUntold(tx, inquiryId);
			const makers = [...new Set(finds.map(({ personId }) => personId))];
			const roles = new Map(
				await Promise.all(
					makers.map(async (personId) => [personId, await makersRole({ inquiryId, personId })] as const)
				)
			);
			const owner = (await ownerOf(inquiryId))?.id ?? makers[0];
			const byReader = new Map<string, UntoldFind[]>();
			for (const find of finds) {
				const reader = roles.get(find.personId) ? find.personId : owner;
				byReader.set(reader, [...(byReader.get(reader) ?? []), find]);
			}
			for (const [reader, own] of byReader)
				await insertComposed(tx, inquiryId, reader, {
					kind: 'news',
					to: 'you@outbox.example',
					subject: `${own.length} new ${own.length === 1 ? 'record' : 'records'} for your watches`,
					text: digestOf(inquiryId, own, (maker) => mayChange(roles.get(maker)))
				});
		});
}

/** @param mayStop whether whoever made a watch may stop it; no address is told that leads nowhere */
function digestOf(
	inquiryId: string,
	finds: readonly UntoldFind[],
	mayStop: (maker: string) => boolean
): string {
	const byWatch = new Map<string, UntoldFind[]>();
	for (const find of finds) byWatch.set(find.watchId, [...(byWatch.get(find.watchId) ?? []), find]);
	const parts = [...byWatch.values()].map((own) => {
		const [{ watchId, name, key, personId }] = own;
		const titles = own
			.slice(0, MOST_TITLES)
			.map(({ title, year, indexCode }) => `  - ${title}${year === null ? '' : ` (${year})`}, ${indexCode}`);
		const rest = own.length > MOST_TITLES ? [`  … and ${own.length - MOST_TITLES} more`] : [];
		return [
			`${name}: ${own.length} new`,
			...titles,
			...rest,
			...(mayStop(personId)
				? [
						`  Stop this watch: ${addressOf(`/watches/${addressKey({ id: watchId, key }, 'stop', personId)}/stop`)}`
					]
				: [])
		].join('\n');
	});
	return [
		'These records are new since the last message. They are on the reading list, open.',
		...parts,
		`All of it: ${addressOf(`/inquiry/${inquiryId}/keep-up`)}`
	].join('\n\n');
}

/** What a watch found, as an Atom feed, for as long as whom its address was given to takes part. */
export async function atomFeed(key: string): Promise<string> {
	const watch = await watchAt(key, 'feed');
	const finds = await findRows(watch.id, { most: 100 });
	const titles = await titlesOf(finds);
	const updated = (finds[0]?.foundAt ?? watch.madeAt).toISOString();
	const own = addressOf(`/watches/${key}/feed.atom`);
	const entries = finds.map(({ indexCode, record, foundAt }, i) => {
		const { title, year, authors } = titles[i];
		const at = addressOf(recordPath(watch.inquiryId, indexCode, record));
		return [
			'<entry>',
			`<id>${xml(`urn:oakmoss:${watch.id}:${encodeURIComponent(indexCode)}:${encodeURIComponent(record)}`)}</id>`,
			`<title>${xml(title)}</title>`,
			`<updated>${foundAt.toISOString()}</updated>`,
			`<link href="${xml(at)}"/>`,
			`<author><name>${xml(authors || 'Unknown')}</name></author>`,
			`<summary>${xml([authors, year ?? '', indexCode].filter((part) => part !== '').join(', '))}</summary>`,
			'</entry>'
		].join('');
	});
	return `<?xml version="1.0" encoding="utf-8"?>
<feed xmlns="http://www.w3.org/2005/Atom">
<id>urn:oakmoss:${xml(watch.id)}</id>
<title>${xml(watch.name)}</title>
<updated>${updated}</updated>
<link rel="self" href="${xml(own)}"/>
<author><name>Oakmoss</name></author>
${entries.join('\n')}
</feed>
`;
}

/** Where a record is read: in its inquiry, or as data where the watch belongs to none. */
const recordPath = (inquiryId: string | null, index: string, record: string) =>
	inquiryId === null
		? `/api/v1/indexes/${encodeURIComponent(index)}/records/${encodeURIComponent(record)}`
		: `/inquiry/${encodeURIComponent(inquiryId)}/records?${new URLSearchParams({ index, whole: 'yes', record })}`;

const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Text as XML 1.0 can hold it: signs escaped, characters that no XML may have left out. */
const xml = (text: string) =>
	text
		.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
		.replace(/[&<>"]/g, (sign) => SIGNS[sign]);
