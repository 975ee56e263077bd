/** Keeping up: two editions of 50,000 headings, what the later touches in 200 inquiries, 1,000 watches over 10,000 new records. */
import { createReadStream, readFileSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { Parser, StreamParser, Writer } from 'n3';
import { random } from '../demo/random';
import type { Command } from '../src/core/crosswalk';
import { differenceOf } from '../src/core/edition/difference';
import { SkosReader } from '../src/core/formats/skos-read';
import { vocabularyStatements } from '../src/core/formats/skos-write';
import type { VocabularyData } from '../src/core/vocabulary/vocabulary-data';
import { connection } from '../src/lib/server/db/client';
import { createInquiry } from '../src/lib/server/inquiry/inquiries';
import { changeInquiry } from '../src/lib/server/inquiry/inquiry-changes';
import { touchedInquiries } from '../src/lib/server/keeping/repairs';
import { runWatches } from '../src/lib/server/keeping/watch-run';
import { insertWatch } from '../src/lib/server/keeping/watch-rows';
import { LOCAL_PERSON } from '../src/lib/server/people/access';
import { storeRecords } from '../src/lib/server/records/record-store';
import { createIndex } from '../src/lib/server/vocabulary/subject-indexes';
import { currentIndex } from '../src/lib/server/vocabulary/editions';
import { importVocabulary } from '../src/lib/server/vocabulary/vocabulary-import';
import { demoDifferences } from './demo-editions';
import { generateVocabulary } from './generate';
import { ms, table, timeEach, timeOnce } from './measure';

const CODE = 'kept';
const HEADINGS = 50_000;
const CHANGES = 5_000;
const INQUIRIES = 200;
const PICKS = 40;
const WATCHES = 1_000;
const ARRIVING = 10_000;

function readTurtle(file: string): Promise<VocabularyData> {
	const reader = new SkosReader();
	return new Promise((resolve, reject) => {
		createReadStream(file)
			.pipe(new StreamParser({ format: 'text/turtle' }) as unknown as NodeJS.ReadWriteStream)
			.on('data', (statement) => reader.add(statement as never))
			.on('end', () => resolve(reader.finish().data))
			.on('error', reject);
	});
}

/** A later edition with so many changes of five kinds, a fifth each. */
function changed(data: VocabularyData, changes: number): VocabularyData {
	const later = structuredClone(data);
	const draw = random(4_711);
	const some = new Set<number>();
	while (some.size < changes) some.add(1 + Math.floor(draw() * (HEADINGS - 1)));
	[...some].forEach((n, i) => {
		const heading = later.headings[n];
		if (i % 5 === 0) heading.labels[0] = { ...heading.labels[0], text: `${heading.labels[0].text} anew` };
		if (i % 5 === 1) heading.retired = 2025;
		if (i % 5 === 2) heading.broader = [Math.floor(draw() * n)];
		if (i % 5 === 3) heading.notes = [{ kind: 'scope', lang: 'en', text: 'Otherwise.' }];
		if (i % 5 === 4)
			later.headings.push({
				...heading,
				uri: `${heading.uri}-new`,
				key: `${heading.key}-new`,
				labels: [{ lang: 'en', text: `${heading.labels[0].text} beside` }],
				replaces: []
			});
	});
	return later;
}

function turtleOf(data: VocabularyData): Promise<string> {
	const writer = new Writer();
	writer.addQuads([...vocabularyStatements(data)]);
	return new Promise((resolve, reject) =>
		writer.end((error, text: string) => (error ? reject(error) : resolve(text)))
	);
}

export async function benchKeeping(scratch: string): Promise<void> {
	const file = `${scratch}/${CODE}.ttl`;
	await generateVocabulary(file, 99, HEADINGS, 5);
	const before = await readTurtle(file);
	const after = changed(before, CHANGES);
	const next = `${scratch}/${CODE}-next.ttl`;
	await writeFile(next, await turtleOf(after));
	const text = readFileSync(next, 'utf8');
	const [parsing] = await timeOnce(() => new Parser().parse(text).length);
	const others = structuredClone(after);
	for (const heading of others.headings) heading.uri = heading.uri.replace('v.example', 'other.example');
	const tries = Array.from({ length: 5 });
	const same = await timeEach(tries, () => differenceOf(before, after));
	const anew = await timeEach(tries, () => differenceOf(before, others));
	const { changes } = differenceOf(before, after);
	const ratio = (time: number) => `${(parsing / time).toFixed(1)} times faster`;
	table(
		`Two editions of ${HEADINGS.toLocaleString('en')} headings: ${changes.length.toLocaleString('en')} changes found`,
		['', 'median', '99 %', 'ratio of medians'],
		[
			['yardstick: n3 alone parses the later one', ms(parsing), '', '1'],
			['the difference', ms(same.median), ms(same.p99), ratio(same.median)],
			['the difference, every identifier changed', ms(anew.median), ms(anew.p99), ratio(anew.median)]
		]
	);
	await demoDifferences();
	await benchTouched(file, next);
	await benchWatches();
}

async function benchTouched(file: string, next: string): Promise<void> {
	const { sql } = connection();
	await createIndex(LOCAL_PERSON, { code: CODE, name: CODE, discipline: 'bench' });
	await importVocabulary(sql, { indexCode: CODE, edition: '2024', file, format: 'text/turtle' });
	const draw = random(12);
	for (let i = 0; i < INQUIRIES; i++) {
		const id = `kept-${i}`;
		await createInquiry(LOCAL_PERSON, { id, title: id, question: '', indexes: [CODE] });
		const commands: Command[] = [
			{ kind: 'concept.add', id: 'c', name: 'concept' },
			...Array.from({ length: PICKS }, (_, p): Command => {
				const n = Math.floor(draw() * HEADINGS);
				return {
					kind: 'pick.add',
					id: `p${p}`,
					conceptId: 'c',
					indexCode: CODE,
					edition: '2024',
					headings: [{ uri: `https://v.example/h${n}`, label: `h${n}` }],
					withNarrower: p % 3 === 0
				};
			})
		];
		await changeInquiry(LOCAL_PERSON, id, { kind: 'many', title: 'Made for measuring', commands });
	}
	await importVocabulary(sql, { indexCode: CODE, edition: '2025', file: next, format: 'text/turtle' });
	const [first, touched] = await timeOnce(() => touchedInquiries(LOCAL_PERSON, CODE));
	const warm = await timeEach(Array.from({ length: 10 }), () => touchedInquiries(LOCAL_PERSON, CODE));
	const plain = await timeEach(
		Array.from({ length: 10 }),
		() => sql`select * from picks where index_code = ${CODE} and edition = '2024'`
	);
	table(
		`What the later edition touches in ${INQUIRIES} inquiries with ${PICKS} picks each: ${touched.length} inquiries`,
		['', 'median', '99 %', 'ratio of medians'],
		[
			['yardstick: plain SQL reads the picks', ms(plain.median), ms(plain.p99), '1'],
			[
				'the touched cells',
				ms(warm.median),
				ms(warm.p99),
				`${(warm.median / plain.median).toFixed(1)} times as long`
			],
			['the first time, the difference worked out in a thread', ms(first), '', '']
		]
	);
}

async function benchWatches(): Promise<void> {
	const code = 'watched';
	const { sql } = connection();
	await createIndex(LOCAL_PERSON, { code, name: code, discipline: 'bench' });
	const draw = random(8);
	const records = (from: number, count: number) =>
		Array.from({ length: count }, (_, i) => {
			const n = from + i;
			return {
				key: `w${n}`,
				item: {
					id: `w${n}`,
					type: 'article-journal',
					title: `Report on word${n % 997} and word${n % 89}`,
					author: [{ family: `Family${n % 4_001}`, given: 'A.' }]
				},
				taggings: Array.from({ length: 8 }, () => {
					const h = Math.floor(2_000 * draw() ** 2);
					return { uri: `https://w.example/h${h}`, label: `h${h}`, chief: false };
				})
			};
		});
	await sql.begin((tx) => storeRecords(tx, code, records(0, 50_000)));
	const { index } = await currentIndex(code);
	for (let i = 0; i < WATCHES; i++)
		await insertWatch(
			{
				id: `watch-${String(i).padStart(4, '0')}`,
				personId: LOCAL_PERSON.id,
				name: `watch ${i}`,
				kind: 'search',
				indexCode: code,
				cql: i % 2 ? `dc.subject = "h${i}" and cql.keywords = word${i % 89}` : `dc.creator = "Family${i}"`,
				key: `key-${i}`
			},
			[{ indexCode: code, indexId: index.id, seen: index.records }]
		);
	await sql.begin((tx) => storeRecords(tx, code, records(50_000, ARRIVING)));
	// As PostgreSQL does by itself within a minute.
	await sql.run('vacuum analyze records');
	const [time, found] = await timeOnce(() => runWatches());
	const [again, none] = await timeOnce(() => runWatches());
	const [plain] = await timeOnce(async () => {
		for (let i = 0; i < WATCHES; i += 2)
			await sql`
				select key from records where index_code = ${code} and n >= 50000
					and names @@ plainto_tsquery('simple', ${`Family${i}`})`;
	});
	table(
		`${WATCHES.toLocaleString('en')} watches over ${ARRIVING.toLocaleString('en')} new records: ${found.toLocaleString('en')} found`,
		['', 'value'],
		[
			['yardstick: half of them as plain SQL, nothing kept', ms(plain)],
			['all of them, with what they found kept', ms(time)],
			[`again, with nothing new (${none} found)`, ms(again)]
		]
	);
}
