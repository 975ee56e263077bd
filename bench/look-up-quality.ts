/** How often the heading that is meant comes first, or among the first three, beside two ways of text search. */
import MiniSearch from 'minisearch';
import { lookup } from '../src/core/lookup';
import type { VocabularyData } from '../src/core/vocabulary/vocabulary-data';
import { connection } from '../src/lib/server/db/client';
import { readDemoVocabularies } from './demo-vocabularies';
import { table } from './measure';
import { QUERIES } from './queries';

/** Headings in the order in which a way of looking up gives them. */
type Way = (query: string) => Promise<string[]> | string[];

/** Every label with the heading it leads to; a compound entry term with each of its headings. */
function labelsOf({ headings, entryTerms }: VocabularyData): { text: string; heading: string }[] {
	const name = (n: number) => headings[n].labels[0].text;
	return [
		...headings.flatMap((heading, n) => heading.labels.map(({ text }) => ({ text, heading: name(n) }))),
		...entryTerms.flatMap(({ text, headings: targets }) => targets.map((n) => ({ text, heading: name(n) })))
	];
}

const distinct = (headings: string[]) => [...new Set(headings)];

function byMiniSearch(data: VocabularyData): Way {
	const search = new MiniSearch<{ id: number; preferred: string; entry: string; note: string }>({
		fields: ['preferred', 'entry', 'note'],
		searchOptions: { prefix: true, fuzzy: 0.2, boost: { preferred: 3, entry: 2 } }
	});
	search.addAll(
		data.headings.map((heading, id) => ({
			id,
			preferred: heading.labels.map(({ text }) => text).join(' '),
			entry: data.entryTerms
				.filter(({ headings }) => headings.includes(id))
				.map(({ text }) => text)
				.join(' '),
			note: heading.notes.map(({ text }) => text).join(' ')
		}))
	);
	return (query) => search.search(query).map(({ id }) => data.headings[id as number].labels[0].text);
}

async function byTrigrams(code: string, data: VocabularyData): Promise<Way> {
	const { sql } = connection();
	await sql`create extension if not exists pg_trgm`;
	await sql`create table if not exists demo_labels (code text, text text, heading text)`;
	const labels = labelsOf(data);
	await sql`insert into demo_labels select ${code}, * from unnest(
		${labels.map(({ text }) => text)}::text[], ${labels.map(({ heading }) => heading)}::text[])`;
	return async (query) => {
		const rows = await sql<{ heading: string }>`
			select heading, max(greatest(similarity(text, ${query}), word_similarity(${query}, text))) as s
			from demo_labels where code = ${code} group by heading order by s desc, heading limit 10`;
		return rows.map(({ heading }) => heading);
	};
}

export async function benchLookup(): Promise<void> {
	const demo = await readDemoVocabularies();
	// A short form seen in one vocabulary is tried in all of them, as the application does.
	const acronyms = demo.flatMap(({ index }) => index.labels.parts.acronyms);
	const ways: { name: string; hits: [number, number] }[] = [
		{ name: 'yardstick: pg_trgm over all labels', hits: [0, 0] },
		{ name: 'yardstick: minisearch, prefixes and fuzzy, labels and notes', hits: [0, 0] },
		{ name: 'Oakmoss', hits: [0, 0] }
	];
	const missed: string[] = [];
	let asked = 0;
	for (const { code, data, index } of demo) {
		const answers: Way[] = [
			await byTrigrams(code, data),
			byMiniSearch(data),
			(query) =>
				lookup(index.labels, query, { limit: 10, label: (n) => index.names.at(n), acronyms }).matches.map(
					({ heading }) => index.names.at(heading)
				)
		];
		for (const [typed, ...meant] of QUERIES[code]) {
			for (const heading of meant)
				if (!data.headings.some(({ labels }) => labels[0].text === heading))
					throw new Error(`${code} has no heading “${heading}”.`);
			asked++;
			for (const [w, answer] of answers.entries()) {
				const given = distinct(await answer(typed));
				const rank = given.findIndex((heading) => meant.includes(heading));
				if (rank === 0) ways[w].hits[0]++;
				if (rank >= 0 && rank < 3) ways[w].hits[1]++;
				else if (w === answers.length - 1)
					missed.push(`${code}: “${typed}” gives ${given.slice(0, 3).join(', ') || 'nothing'}`);
			}
		}
	}
	const share = (hits: number) => `${((100 * hits) / asked).toFixed(1)} %`;
	table(
		`Look-up: the heading that is meant, over ${asked} queries on the demo vocabularies`,
		['', 'first', 'in the first three'],
		ways.map(({ name, hits }) => [name, share(hits[0]), share(hits[1])])
	);
	const own = ways[ways.length - 1].hits;
	for (const { name, hits } of ways.slice(0, -1))
		console.log(
			`  against ${name.replace('yardstick: ', '')}: ${((100 * (own[0] - hits[0])) / asked).toFixed(1)} points better at rank 1, ${((100 * (own[1] - hits[1])) / asked).toFixed(1)} at rank 3`
		);
	if (missed.length > 0) console.log(`  not in the first three:\n    ${missed.join('\n    ')}`);
}
