/** Citations to the clipboard, as rich text and as plain text at once. */
import { ask, inWords } from '$lib/client/ask';
import type { Cited } from '$lib/server/records';
import { messages } from '../messages/messages.svelte';
import { toClipboard } from '../parts/clipboard';
import { counted } from '../parts/numbers';
import { askedStyle, styleInUse } from './style-in-use.svelte';

/** What a word processor takes in: a paragraph for each, set in after its first line. */
export const inParagraphs = (cited: readonly Pick<Cited, 'html'>[]) =>
	cited.map(({ html }) => `<p style="margin:0 0 0.5em 2em;text-indent:-2em">${html}</p>`).join('\n');

/** Copies citations and says so. */
export function copyCited(cited: readonly Cited[], how: 'rich' | 'plain' | 'in text'): void {
	const lines = how === 'in text' ? cited.map(({ inText }) => inText) : cited;
	const text = lines.map((line) => line.text).join('\n');
	const isDone = toClipboard(text, how === 'plain' ? undefined : inParagraphs(lines));
	if (isDone) messages.say(`${counted(cited.length, 'citation')} copied, in ${styleInUse.now.name}`);
	else messages.warn('The browser did not let the citations be copied. Mark them and copy them by hand.');
}

/** Copies the citation of one record, as it stands. */
export const copyRecord = (index: string, id: string): Promise<void> => copyRecords([{ index, id }]);

/** Copies the citations of some records. */
export async function copyRecords(records: readonly { index: string; id: string }[]): Promise<void> {
	const { value, fault } = await ask<{ bibliography: string; entries: { entry: string }[] }>(
		'/api/v1/citations',
		{ body: { records, ...askedStyle(), format: 'html' } }
	);
	if (fault) return messages.warn(inWords(fault, 'Nothing was copied.'));
	const plain = (html: string) => new DOMParser().parseFromString(html, 'text/html').body.textContent ?? '';
	copyCited(
		value.entries.map(({ entry: html }, i) => {
			const text = plain(html);
			return { id: records[i]?.id ?? '', html, text, inText: { html, text } };
		}),
		'rich'
	);
}
