/** Steps that are measured in a process of their own, so that their memory is theirs alone. */
import { createReadStream } from 'node:fs';
import { StreamParser } from 'n3';
import { leavesOfStrategy, resultOf, yieldsOf } from '../src/core/search';
import { LOCAL_PERSON } from '../src/lib/server/people/access';
import { connection } from '../src/lib/server/db/client';
import { importVocabulary, type ImportRequest } from '../src/lib/server/vocabulary/vocabulary-import';
import { currentIndex, warmUp } from '../src/lib/server/vocabulary/editions';
import { warmUpRecords } from '../src/lib/server/records/heading-lists';
import { setsOf } from '../src/lib/server/records/sets';
import { searchVocabulary } from '../src/lib/server/records/searched-vocabulary';
import { rollWindow } from '../src/lib/server/browse/displays';
import { lookupInIndexes } from '../src/lib/server/browse/look-up';
import { spokenInIndexes } from '../src/lib/server/browse/look-up-by-records';
import { headingsFound, recordsFound } from '../src/lib/server/find/find';
import { namesFound } from '../src/lib/server/reading/names-found';
import { searchIndex } from '../src/lib/server/search/searching';
import { throughIndexes } from '../src/lib/server/crosswalk/through-indexes';
import '../src/lib/server/wings';
import { timeEach, timeFirstAndAll, timeOnce } from './measure';
import { benchStrategy, wordNumbered } from './search-speed';

const collect = () => (globalThis as { gc?: () => void }).gc?.();

function parseAlone(file: string): Promise<number> {
	return new Promise((resolve, reject) => {
		let statements = 0;
		createReadStream(file)
			.pipe(new StreamParser({ format: 'text/turtle' }) as unknown as NodeJS.WritableStream)
			.on('data', () => statements++)
			.on('end', () => resolve(statements))
			.on('error', reject);
	});
}

/** A limit that no index labels: its sets made, and then what a common word finds within it. */
async function benchLimits(code: string) {
	const limits = [
		{ field: 'oak.availability', values: ['free', 'print'] },
		{ field: 'oak.hasAbstract', values: ['true'] }
	];
	const within = () => searchIndex(LOCAL_PERSON, code, { cql: 'report', limits, limit: 0 });
	const labelled = () =>
		searchIndex(LOCAL_PERSON, code, { cql: 'report', limits: [{ field: 'dc.date', from: 2010 }], limit: 0 });
	await labelled();
	const [setsMade] = await timeOnce(within);
	const times = Array.from({ length: 30 });
	return { setsMade, within: await timeEach(times, within), labelled: await timeEach(times, labelled) };
}

const STEPS: Record<string, (input: never) => Promise<unknown>> = {
	async parse({ file }: { file: string }) {
		const [time, statements] = await timeOnce(() => parseAlone(file));
		return { time, statements };
	},
	async import(request: ImportRequest) {
		let peak = 0;
		const watch = setInterval(() => (peak = Math.max(peak, process.memoryUsage.rss())), 50);
		const [time] = await timeOnce(() => importVocabulary(connection().sql, request));
		peak = Math.max(peak, process.memoryUsage.rss());
		clearInterval(watch);
		return { time, peak };
	},
	async restart({ codes, word }: { codes: string[]; word: string }) {
		const [first] = await timeOnce(() => lookupInIndexes(LOCAL_PERSON, codes, word, 20));
		const [second] = await timeOnce(() => lookupInIndexes(LOCAL_PERSON, codes, word, 20));
		collect();
		await new Promise((resolve) => setTimeout(resolve, 500));
		collect();
		return { first, second, rss: process.memoryUsage.rss() };
	},
	async lookup({ codes, queries }: { codes: string[]; queries: string[] }) {
		// As of a server that has answered before: every fifth query is asked once, not counted, beforehand.
		for (const query of queries.filter((_, i) => i % 5 === 0))
			await lookupInIndexes(LOCAL_PERSON, codes, query, 20);
		return timeEach(queries, (query) => lookupInIndexes(LOCAL_PERSON, codes, query, 20));
	},
	async bestMatch({ code }: { code: string }) {
		const page = (cql: string, offset = 0) => searchIndex(LOCAL_PERSON, code, { cql, offset, limit: 20 });
		await page(wordNumbered(1));
		const [first] = await timeOnce(() => page('report'));
		const [next] = await timeOnce(() => page('report', 20));
		const [again] = await timeOnce(() => page(['report', ...[2, 3, 4, 5].map(wordNumbered)].join(' or ')));
		return { first, page: next, again };
	},
	async lookUpByRecords({
		codes,
		inquiry,
		queries
	}: {
		codes: string[];
		inquiry: string;
		queries: string[];
	}) {
		const labels = (query: string) => lookupInIndexes(LOCAL_PERSON, codes, query, 20);
		const records = (query: string) => spokenInIndexes(LOCAL_PERSON, codes, query);
		const all = (query: string) =>
			Promise.all([labels(query), records(query), throughIndexes(LOCAL_PERSON, inquiry, query)]);
		// As a server does when it starts.
		const [start] = await timeOnce(async () => {
			await warmUp();
			await warmUpRecords();
		});
		const [first] = await timeOnce(() => all(queries[0]));
		for (const query of queries.filter((_, i) => i % 5 === 0)) await all(query);
		// Every answer is of words that were not asked together before.
		const again = (query: string) => query.split(' ').reverse().join(' ');
		return {
			start,
			first,
			labels: await timeEach(queries, labels),
			records: await timeEach(queries.map(again), records),
			all: await timeEach(queries, all),
			rss: process.memoryUsage.rss()
		};
	},
	async find({ codes, queries, names, halves }: Record<'codes' | 'queries' | 'names' | 'halves', string[]>) {
		const groups = {
			headings: (text: string) => headingsFound(LOCAL_PERSON, codes, text, 6),
			records: (text: string) => recordsFound(LOCAL_PERSON, codes, text),
			names: (text: string) => namesFound(LOCAL_PERSON, codes, text, 6)
		};
		const all = (text: string) => Promise.all(Object.values(groups).map((group) => group(text)));
		const [start] = await timeOnce(async () => {
			await warmUp();
			await warmUpRecords();
			await all('family1');
		});
		for (const query of queries.filter((_, i) => i % 5 === 0)) await all(query);
		const again = (query: string) => query.split(' ').reverse().join(' ');
		return {
			start,
			headings: await timeEach(queries.map(again), groups.headings),
			names: await timeEach(names, groups.names),
			records: await timeEach(queries.map(again), groups.records),
			...(await timeFirstAndAll(queries, (text) => Object.values(groups).map((group) => group(text)))),
			halves: await timeEach(halves, groups.records),
			...(await benchLimits(codes[0])),
			rss: process.memoryUsage.rss()
		};
	},
	async roll({ code }: { code: string }) {
		// As of a server that has read what it needs at its start, or after the import.
		await warmUp();
		const { index } = await currentIndex(code);
		const places = Array.from({ length: 300 }, (_, i) => (i * 997_331) % 500_000);
		return timeEach(places, (from) => rollWindow(LOCAL_PERSON, index.code, 'permuted', from, 200));
	},
	async search({ code }: { code: string }) {
		const [count, answer] = await timeOnce(async () => {
			const current = await currentIndex(code);
			const vocabulary = await searchVocabulary(current);
			const { index } = vocabulary;
			if (!index) throw new Error('The vocabulary was not loaded.');
			const strategy = benchStrategy((n) => index.uris.at(n));
			const sets = await setsOf(current.index).load(leavesOfStrategy(strategy, false), vocabulary);
			return { strategy, sets, found: resultOf(strategy, sets).size };
		});
		const [yields] = await timeOnce(() => yieldsOf(answer.strategy, answer.sets));
		collect();
		return { count, yields, found: answer.found, rss: process.memoryUsage.rss() };
	}
};

process.once('message', async (input) => {
	const answer = await STEPS[process.argv[2]](input as never);
	process.send?.(answer as object);
});
