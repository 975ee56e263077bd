/**
 * Writes what another processor of citation styles makes of the works that the tests cite: pandoc, if it is installed.
 * Run with `npx tsx scripts/cite-elsewhere.ts`; the tests hold it against what Oakmoss makes of them.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { StyleNode } from 'citeproc';
import { styleNamed } from '../src/lib/server/records/citation-styles';
import { CITED_STYLES, NINE_KINDS } from '../src/lib/server/records/nine-kinds.test-aid';

const escaped = (text: string) =>
	text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

/** A style as the XML in which it was published. */
function asXml(node: StyleNode | string): string {
	if (typeof node === 'string') return escaped(node);
	const attrs = { ...node.attrs, ...(node.name === 'style' && { xmlns: 'http://purl.org/net/xbiblio/csl' }) };
	const said = Object.entries(attrs).map(([name, value]) => ` ${name}="${escaped(value)}"`);
	return `<${node.name}${said.join('')}>${node.children.map(asXml).join('')}</${node.name}>`;
}

const folder = mkdtempSync(path.join(tmpdir(), 'oakmoss-citing-'));
const made: Record<string, Record<string, string>> = {};
for (const id of CITED_STYLES) {
	const style = styleNamed(id);
	if (!style) throw new Error(`There is no style ${id}.`);
	const file = path.join(folder, `${id}.csl`);
	writeFileSync(
		file,
		typeof style === 'string' ? style : `<?xml version="1.0" encoding="utf-8"?>${asXml(style)}`
	);
	made[id] = {};
	// One work at a time, so that none tells another apart.
	for (const item of NINE_KINDS) {
		const input = JSON.stringify({ references: [item], nocite: '@*' });
		const works = path.join(folder, 'works.md');
		writeFileSync(works, `---\n${input}\n---\n`);
		const text = execFileSync(
			'pandoc',
			['--citeproc', '--csl', file, '--to', 'plain', '--wrap', 'none', works],
			{
				encoding: 'utf8'
			}
		);
		made[id][item.type] = text.replace(/\s+/g, ' ').trim();
	}
}
writeFileSync(
	new URL('../src/lib/server/records/cited-elsewhere.json', import.meta.url),
	JSON.stringify(made, null, '\t') + '\n'
);
