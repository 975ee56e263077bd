/** Citations in a published style, as a bibliography and as they stand in the text. */
import CSL from 'citeproc';
import type { CslItem } from '../../../core/evidence/citation';
import { ServiceError } from '../errors';
import { localeNamed, styleNamed } from './citation-styles';

/** One work, cited. HTML holds nothing but italics, bold, raised and lowered text and small capitals. */
export interface Cited {
	id: string;
	html: string;
	text: string;
	/** As it stands in the text, or in the note of a style that cites in notes. */
	inText: { html: string; text: string };
}

export interface Citing {
	/** Each once, told apart by their identifiers. */
	items: readonly CslItem[];
	style: string;
	/** Language of words like “and”: a tag such as `en-GB`. */
	locale?: string;
}

/** So many are worked on between two looks at the progress. */
const STEP = 100;

/**
 * Formats citations, in the order in which the style has them in its bibliography.
 * A style that has none gives what its notes say. O(items), about two milliseconds each.
 * @param progress told now and then how many steps are done
 * @throws ServiceError where no such style is published
 */
export function cite(
	{ items, style: styleId, locale }: Citing,
	progress?: (done: number, total: number) => void
): Cited[] {
	const style = styleNamed(styleId);
	if (!style) throw new ServiceError(422, 'no-style', `No citation style is published as “${styleId}”.`);
	const byId = new Map(items.map((item) => [item.id, item]));
	const ids = [...byId.keys()];
	const engine = new CSL.Engine(
		{
			retrieveItem: (id) => inStyle(styleId, bare(byId.get(id) as CslItem)),
			retrieveLocale: localeNamed,
			// An entry in which nothing is printed is left out of the list, so each says whose it is.
			embedBibliographyEntry: (id) => `${MARK}${id}`
		},
		style,
		locale ?? 'en-US',
		// A style may have a language of its own, which gives way to one that is asked for.
		locale !== undefined
	);
	const total = 3 * ids.length;
	for (let at = 0; at < ids.length; at += STEP) {
		engine.updateItems(ids.slice(0, at + STEP));
		progress?.(Math.min(ids.length, at + STEP), total);
	}
	const entries = bibliography(engine, byId);
	progress?.(2 * ids.length, total);
	const order = entries ? [...entries.keys()] : ids;
	return order.map((id, i) => {
		if (i % STEP === 0) progress?.(2 * ids.length + i, total);
		const cluster = tidy(engine.makeCitationCluster([{ id }]), byId.get(id));
		const html = entries?.get(id) || cluster;
		return { id, html, text: plain(html), inText: { html: cluster, text: plain(cluster) } };
	});
}

/** Families of styles that begin a subtitle with a capital, and leave titles otherwise as they are written. */
const CAPITAL_SUBTITLES = /^apa(-|$)/;

/** An item as a style wants its titles written. */
function inStyle(style: string, item: CslItem): CslItem {
	if (!CAPITAL_SUBTITLES.test(style) || item.title === undefined) return item;
	return { ...item, title: capitalSubtitle(item.title) };
}

/** A title whose subtitle begins with a capital. */
const capitalSubtitle = (title: string) =>
	title.replace(
		/([:?!]\s+["“‘']?)(\p{Ll})/gu,
		(_, before: string, letter: string) => before + letter.toUpperCase()
	);

/** Between an entry and the identifier of its item; no text holds it. */
const MARK = '\u0000';

/** The bibliography in its order, by item; undefined where the style has none. */
function bibliography(
	engine: InstanceType<typeof CSL.Engine>,
	items: ReadonlyMap<string, CslItem>
): Map<string, string> | undefined {
	const made = engine.makeBibliography();
	if (!made) return undefined;
	const [{ entry_ids }, texts] = made;
	const printed = new Map(
		texts.map((text) => {
			const [entry, id = ''] = text.split(MARK);
			return [id.trim(), entry];
		})
	);
	return new Map(
		entry_ids.map(([id]) => {
			const entry = tidy(printed.get(id) ?? '', items.get(id));
			// A number alone says nothing.
			return [id, /\p{L}/u.test(plain(entry)) ? entry : `${entry} ${unknown(id)}`.trim()];
		})
	);
}

/** What no style asks for is left out, so that a long abstract costs nothing. */
function bare({ abstract: _, custom: __, keyword: ___, ...item }: CslItem): CslItem {
	return { ...item, system_id: item.id } as CslItem;
}

const LEFT = /<div class="csl-left-margin">([\s\S]*?)<\/div>\s*/g;
const KEPT =
	/^<(?:\/?(?:i|b|sup|sub)|\/span|span style="font-(?:variant|style|weight): ?[a-z-]+;?"|br ?\/?)>$/;
/** What the processor says where a style can print nothing of a work. */
const NOTHING = /\[CSL STYLE ERROR: reference with no printed form\.\]/g;

/** An entry as one line of HTML with nothing in it that could do anything. */
function tidy(html: string, item: CslItem | undefined): string {
	return html
		.replace(LEFT, '$1 ')
		.replace(NOTHING, () => unknown(item?.id ?? ''))
		.replace(/<[^<>]*>/g, (tag) => (KEPT.test(tag) ? tag : ''))
		.replace(/\s+/g, ' ')
		.trim();
}

const unknown = (id: string) => `no author, no title: ${escaped(id)}`;
const escaped = (text: string) =>
	text.replaceAll('&', '&#38;').replaceAll('<', '&#60;').replaceAll('>', '&#62;').replaceAll('"', '&#34;');

const ENTITIES: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', nbsp: '\u00a0' };

/** The same without any markup. */
function plain(html: string): string {
	return html
		.replace(/<[^<>]*>/g, '')
		.replace(/&#(\d+);/g, (_, code: string) => String.fromCodePoint(Number(code)))
		.replace(/&(\w+);/g, (entity, name: string) => ENTITIES[name] ?? entity);
}
