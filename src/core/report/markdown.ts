/** A report as Markdown with tables, as CommonMark and its table extension have them. */
import { type Block, type Line, type ReportDocument, spansOf, type Table } from './document';

/** What would be read as a sign of Markdown stands for itself. */
const escaped = (text: string) =>
	text
		.replace(/[\\`*_[\]<>|#~]/g, '\\$&')
		.replace(/^(\s*)([-+]|\d+\.)(?=\s)/gm, '$1\\$2')
		.replaceAll('\n', ' ');

/** O(length). */
export function reportToMarkdown({ title, byline, made, parts }: ReportDocument): string {
	const body = parts.map(({ id, name, blocks }) =>
		[`<a id="${id}"></a>\n\n## ${escaped(name)}`, ...blocks.map(blockToMarkdown)].join('\n\n')
	);
	return `${[`# ${escaped(title)}`, escaped(byline), escaped(made), ...body].join('\n\n')}\n`;
}

function lineToMarkdown(line: Line): string {
	return spansOf(line)
		.map(({ text, bold, italic, code, to }) => {
			let said = code ? inCode(text) : escaped(text);
			if (italic) said = `*${said}*`;
			if (bold) said = `**${said}**`;
			return to === undefined ? said : `[${said}](${to.replace(/[()\s]/g, encodeURIComponent)})`;
		})
		.join('');
}

function inCode(text: string): string {
	const fence = '`'.repeat(Math.max(0, ...(text.match(/`+/g) ?? []).map((run) => run.length)) + 1);
	const space = /^`|`$/.test(text) ? ' ' : '';
	return fence + space + text.replaceAll('\n', ' ') + space + fence;
}

function blockToMarkdown(block: Block): string {
	switch (block.kind) {
		case 'heading':
			return `<a id="${block.id}"></a>\n\n### ${escaped(block.text)}`;
		case 'text':
			return lineToMarkdown(block.line);
		case 'missing':
			return `> ${lineToMarkdown(block.line)}`;
		case 'list':
			return block.items
				.map((item, i) => `${block.isNumbered ? `${i + 1}.` : '-'} ${lineToMarkdown(item)}`)
				.join('\n');
		case 'code':
			return `${fenceFor(block.text)}\n${block.text}\n${fenceFor(block.text)}`;
		case 'table':
			return tableToMarkdown(block);
		case 'flow':
			return [
				`*${escaped(block.caption)}*`,
				block.steps
					.map(({ says, count, from = [], left = [] }) =>
						[
							`- ${escaped(says)}: **${count.toLocaleString('en')}**`,
							...from.map((line) => `  - ${lineToMarkdown(line)}`),
							...left.map((line) => `  - less ${lineToMarkdown(line)}`)
						].join('\n')
					)
					.join('\n')
			].join('\n\n');
	}
}

const fenceFor = (text: string) => (text.includes('```') ? '~~~~' : '```');

function tableToMarkdown({ id, caption, columns, rows }: Table): string {
	const row = (cells: string[]) => `| ${cells.join(' | ')} |`;
	return [
		`<a id="${id}"></a>*${escaped(caption)}*`,
		[
			row(columns.map(({ says }) => escaped(says))),
			row(columns.map(({ isNumber }) => (isNumber ? '---:' : '---'))),
			...rows.map((cells) => row(cells.map((line) => lineToMarkdown(line).replaceAll('`|', '`\\|'))))
		].join('\n')
	].join('\n\n');
}
