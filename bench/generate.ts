/** Large made-up vocabularies, the same every time for the same seed. */
import { once } from 'node:events';
import { createWriteStream } from 'node:fs';
import { finished } from 'node:stream/promises';
import { random } from '../demo/random';

const SYLLABLES = 'ba be bri co cra da del do fen fi fra ga gle gro ha hel ka kel la lin lo mar mi mor na nel ni or pa pel pra quo ra rel ri sa sel sha sol ta tel tor tri va ver vin wa wel yor'.split(' '); // prettier-ignore
const ENDINGS = ['', 's', 'tion', 'ing', 'ness', 'al', 'ity', 'er', 'ics'];

/** A dictionary whose words are drawn with frequencies like those of language (G. K. Zipf). */
function dictionary(draw: () => number, size: number): () => string {
	const words = new Set<string>();
	while (words.size < size) {
		let word = '';
		for (let i = 0, n = 2 + Math.floor(draw() * 2); i < n; i++)
			word += SYLLABLES[Math.floor(draw() * SYLLABLES.length)];
		words.add(word + ENDINGS[Math.floor(draw() * ENDINGS.length)]);
	}
	const list = [...words];
	return () => list[Math.min(list.length - 1, Math.floor(list.length ** draw()) - 1)];
}

export interface Generated {
	labels: string[];
	/** The heading with the most headings below it, by its number. */
	widest: number;
	triples: number;
}

/**
 * Writes a vocabulary as Turtle: `headings` headings with `entries` entry terms each and a scope note, in a hierarchy
 * in which the first heading has about a fifth of the others below it.
 */
export async function generateVocabulary(
	file: string,
	seed: number,
	headings: number,
	entries: number
): Promise<Generated> {
	const draw = random(seed);
	const word = dictionary(draw, 30_000);
	const phrase = (longest: number) =>
		Array.from({ length: 1 + Math.floor(draw() * longest) }, word).join(' ');
	const out = createWriteStream(file);
	const labels: string[] = [];
	const seen = new Set<string>();
	let triples = 0;
	out.write('@prefix skos: <http://www.w3.org/2004/02/skos/core#> .\n@prefix v: <https://v.example/> .\n');
	for (let n = 0; n < headings; n++) {
		let label = phrase(3);
		while (seen.has(label)) label = `${label} ${word()}`;
		seen.add(label);
		labels.push(label);
		const lines = [`v:h${n} a skos:Concept ; skos:prefLabel "${label}"@en`];
		const terms = Array.from({ length: entries }, () => `"${phrase(3)} ${word()}"@en`);
		lines.push(`skos:altLabel ${terms.join(', ')}`);
		// Headings 1 to a fifth hang under heading 0, by a tree of twelve; the others under forty tops.
		const family = Math.floor(headings / 5);
		if (n > 0) {
			const parents = new Set<number>();
			if (n <= family) parents.add(Math.floor((n - 1) / 12));
			else if (n > family + 40)
				parents.add(
					family + 1 + Math.floor(((n - family - 41) / (headings - family)) * (n - family - 41) * 0.2)
				);
			if (draw() < 0.08 && n > family + 60) parents.add(family + 1 + Math.floor(draw() * (n - family - 50)));
			parents.delete(n);
			for (const parent of parents) lines.push(`skos:broader v:h${parent}`);
			triples += parents.size;
		}
		lines.push(`skos:scopeNote "${Array.from({ length: 12 }, word).join(' ')}."@en`);
		triples += 3 + entries;
		if (!out.write(lines.join(' ;\n\t') + ' .\n')) await once(out, 'drain');
	}
	out.end();
	await finished(out);
	return { labels, widest: 0, triples };
}

/** Queries as people type them: labels, parts of labels, misspelt, in another order, unknown. */
export function queriesFor(labels: readonly string[], seed: number, count: number): string[] {
	const draw = random(seed);
	return Array.from({ length: count }, (_, i) => {
		const label = labels[Math.floor(draw() * labels.length)];
		const words = label.split(' ');
		switch (i % 6) {
			case 0:
				return label;
			case 1:
				return words[0];
			case 2:
				return [...words].reverse().join(' ');
			case 3: {
				const at = 1 + Math.floor(draw() * (label.length - 2));
				return label.slice(0, at) + label.slice(at + 1);
			}
			case 4:
				return `${words[0]} ${labels[Math.floor(draw() * labels.length)].split(' ')[0]}`;
			default:
				return `${words[words.length - 1]}s unknownword`;
		}
	});
}
