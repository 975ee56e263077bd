/**
 * How well changes are told where every identifier changed: the later editions of the demo against the changes that were
 * written by hand. The demo is the project's own, so the figures flatter.
 */
import { readFileSync } from 'node:fs';
import { Parser } from 'n3';
import { applyChanges } from '../demo/edition-changes';
import { DEMO_INDEXES } from '../demo/indexes';
import { parseVocabularyText, toTurtle } from '../demo/vocabulary-text';
import { differenceOf, type EditionDifference } from '../src/core/edition/difference';
import { SkosReader } from '../src/core/formats/skos-read';
import { table } from './measure';

const source = (name: string) =>
	readFileSync(new URL(`../demo/vocabularies/${name}.txt`, import.meta.url), 'utf8');

function read(turtle: string) {
	const reader = new SkosReader();
	for (const statement of new Parser().parse(turtle)) reader.add(statement);
	return reader.finish().data;
}

/** Changes in words; that an identifier is another is none. */
const told = ({ changes }: EditionDifference) =>
	new Set(
		changes.flatMap(({ kinds, from, to }) =>
			kinds.flatMap((kind) =>
				kind === 'renamed' && from?.label === to?.label ? [] : [`${kind} ${from?.label} ${to?.label}`]
			)
		)
	);

export async function demoDifferences(): Promise<void> {
	const rows: (string | number)[][] = [];
	for (const { code } of DEMO_INDEXES) {
		const first = parseVocabularyText(source(code));
		const turtle = await toTurtle(code, applyChanges(first, source(`${code}.next`)));
		const before = read(await toTurtle(code, first));
		const numbers = new Map<string, number>();
		const anew = turtle.replace(/\.example\/headings\/([a-z0-9-]+)/g, (_, name: string) => {
			const number = numbers.get(name) ?? numbers.size;
			numbers.set(name, number);
			return `.example/anew/h${number}`;
		});
		const known = told(differenceOf(before, read(turtle)));
		const found = told(differenceOf(before, read(anew)));
		const right = [...found].filter((one) => known.has(one)).length;
		rows.push([
			code,
			known.size,
			found.size,
			(right / found.size).toFixed(3),
			(right / known.size).toFixed(3)
		]);
	}
	table(
		'Changes told where every identifier changed, against those told by identifier, on the demo’s own editions',
		['index', 'changes', 'told', 'precision', 'recall'],
		rows
	);
}
