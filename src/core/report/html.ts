/** A report as one HTML page that needs nothing else, made to be printed. */
import type { Block, Flow, Line, ReportDocument, Table } from './document';
import { plainOf, spansOf } from './document';

const escaped = (text: string) =>
	text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

const STYLE = `
body{font:11pt/1.5 Georgia,'Times New Roman',serif;color:#222;max-width:46rem;margin:2rem auto;padding:0 1rem}
h1{font-size:20pt;line-height:1.2;margin:0 0 .25rem}h2{font-size:15pt;margin:2rem 0 .5rem;border-bottom:1px solid #bbb}h3{font-size:12pt;margin:1.25rem 0 .25rem}
p,ul,ol{margin:.4rem 0}.byline{color:#555;margin-bottom:1.5rem}.missing{border-left:3px solid #b4602a;padding-left:.6rem;color:#8a4519}
table{border-collapse:collapse;width:100%;margin:.5rem 0 1rem;font-size:9.5pt}caption{text-align:left;font-style:italic;padding:.25rem 0}
th,td{text-align:left;vertical-align:top;padding:.2rem .5rem .2rem 0;border-bottom:1px solid #ccc}th{border-bottom:1.5px solid #555}.n{text-align:right;padding-right:.75rem;font-variant-numeric:tabular-nums}
pre{white-space:pre-wrap;overflow-wrap:anywhere;font:9pt/1.4 ui-monospace,Consolas,monospace;background:#f5f3ee;padding:.5rem;border:1px solid #ddd}code{font:9.5pt ui-monospace,Consolas,monospace}
a{color:inherit;text-decoration-color:#999}figure{margin:.5rem 0 1rem}figcaption{font-style:italic}
.flow{display:grid;grid-template-columns:1fr 1fr;gap:0 2rem;font-size:10pt}.flow>.step{border:1px solid #555;padding:.4rem .6rem}.flow>.left{border:1px dashed #888;padding:.4rem .6rem;align-self:center;position:relative}.flow>.left::before{content:'';position:absolute;right:100%;top:50%;width:2rem;border-top:1px solid #888}.flow>.arrow{grid-column:1;height:1.4rem;width:0;border-left:1px solid #555;margin-left:50%}.flow ul{margin:.1rem 0 0;padding-left:1.1rem}
@media print{body{margin:0;max-width:none;padding:0}h2,h3,caption{break-after:avoid}table{break-inside:auto}tr,figure,pre,li{break-inside:avoid}thead{display:table-header-group}a[href^="http"]::after{content:" <" attr(href) ">";font-size:85%}}
@page{margin:2cm}`;

/** O(length). Numbers link to the run they come from, within the page. */
export function reportToHtml({ title, byline, made, parts }: ReportDocument): string {
	const sections = parts.map(
		({ id, name, blocks }) =>
			`<section id="${escaped(id)}">\n<h2>${escaped(name)}</h2>\n${blocks.map(blockToHtml).join('\n')}\n</section>`
	);
	return `<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(title)}</title><style>${STYLE}</style></head>
<body>
<h1>${escaped(title)}</h1>
<p class="byline">${escaped(byline)}<br>${escaped(made)}</p>
${sections.join('\n')}
</body>
</html>
`;
}

function lineToHtml(line: Line): string {
	return spansOf(line)
		.map(({ text, bold, italic, code, to }) => {
			let html = escaped(text);
			if (code) html = `<code>${html}</code>`;
			if (italic) html = `<i>${html}</i>`;
			if (bold) html = `<b>${html}</b>`;
			return to === undefined ? html : `<a href="${escaped(to)}">${html}</a>`;
		})
		.join('');
}

function blockToHtml(block: Block): string {
	switch (block.kind) {
		case 'heading':
			return `<h3 id="${escaped(block.id)}">${escaped(block.text)}</h3>`;
		case 'text':
			return `<p>${lineToHtml(block.line)}</p>`;
		case 'missing':
			return `<p class="missing">${lineToHtml(block.line)}</p>`;
		case 'list': {
			const tag = block.isNumbered ? 'ol' : 'ul';
			return `<${tag}>\n${block.items.map((item) => `<li>${lineToHtml(item)}</li>`).join('\n')}\n</${tag}>`;
		}
		case 'code':
			return `<pre>${escaped(block.text)}</pre>`;
		case 'table':
			return tableToHtml(block);
		case 'flow':
			return flowToHtml(block);
	}
}

function tableToHtml({ id, caption, columns, rows }: Table): string {
	const cell = (tag: string, html: string, at: number) =>
		`<${tag}${columns[at]?.isNumber ? ' class="n"' : ''}${tag === 'th' ? ' scope="col"' : ''}>${html}</${tag}>`;
	const head = columns.map(({ says }, at) => cell('th', escaped(says), at)).join('');
	const body = rows.map(
		(row) => `<tr>${row.map((line, at) => cell('td', lineToHtml(line), at)).join('')}</tr>`
	);
	return `<table id="${escaped(id)}"><caption>${escaped(caption)}</caption><thead><tr>${head}</tr></thead><tbody>\n${body.join('\n')}\n</tbody></table>`;
}

function flowToHtml({ id, caption, steps }: Flow): string {
	const items = (lines: Line[]) => `<ul>${lines.map((line) => `<li>${lineToHtml(line)}</li>`).join('')}</ul>`;
	const boxes = steps.flatMap(({ says, count, from = [], left = [] }, at) => [
		...(at > 0 ? ['<div class="arrow"></div>'] : []),
		`<div class="step" style="grid-column:1">${escaped(says)}: <b>${count.toLocaleString('en')}</b>${from.length > 0 ? items(from) : ''}</div>`,
		...(left.length > 0 ? [`<div class="left" style="grid-column:2">${items(left)}</div>`] : [])
	]);
	const said = steps.map(
		(step) =>
			`${step.says} ${step.count}${(step.left ?? []).map((line) => `, less ${plainOf(line)}`).join('')}`
	);
	return `<figure id="${escaped(id)}" role="img" aria-label="${escaped(said.join('; '))}"><div class="flow">${boxes.join('')}</div><figcaption>${escaped(caption)}</figcaption></figure>`;
}
