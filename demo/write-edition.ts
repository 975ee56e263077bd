/** Prints a demo vocabulary as Turtle: `demo/write-edition.ts alder`, or with `next` its later edition. */
import { readFile } from 'node:fs/promises';
import { applyChanges } from './edition-changes';
import { parseVocabularyText, toTurtle } from './vocabulary-text';

const [code, which] = process.argv.slice(2);
const read = (name: string) => readFile(new URL(`./vocabularies/${name}.txt`, import.meta.url), 'utf8');
const first = parseVocabularyText(await read(code));
process.stdout.write(
	await toTurtle(code, which === 'next' ? applyChanges(first, await read(`${code}.next`)) : first)
);
