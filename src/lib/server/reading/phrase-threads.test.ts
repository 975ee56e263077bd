import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection, isAway } from '../db/client';
import { storeRecords } from '../records/record-store';
import { LOCAL_PERSON } from '../people/access';
import { createIndex } from '../vocabulary/subject-indexes';
import { runsOfRecords } from './phrase-threads';

let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
	await createIndex(LOCAL_PERSON, { code: 'fern', name: 'Fern', discipline: '' });
	await connection().sql.begin((tx) =>
		storeRecords(
			tx,
			'fern',
			Array.from({ length: 9 }, (_, i) => ({
				key: `r${i}`,
				item: {
					id: `r${i}`,
					type: 'book',
					title: `Quiet rooms, part ${i}`,
					abstract: i < 4 ? 'Of sleep.' : ''
				},
				taggings: [],
				keywords: [],
				limits: {}
			}))
		)
	);
});
afterAll(() => dropDatabase(url));

const all = Uint32Array.from({ length: 9 }, (_, n) => n);

describe('runs of words, counted in threads', () => {
	it('are those of all records that are asked for, and of no others', async () => {
		const wanted = { quiet: 9, rooms: 9, 'quiet rooms': 9, part: 9, sleep: 4 };
		expect(Object.fromEntries(await runsOfRecords('fern', all, 4))).toEqual(wanted);
		expect((await runsOfRecords('fern', all.subarray(0, 1), 1)).get('quiet rooms')).toBe(1);
		expect(await runsOfRecords('fern', new Uint32Array(), 1)).toEqual(new Map());
		// Asked at once, none gets the other's answer.
		const [some, none] = await Promise.all([runsOfRecords('fern', all), runsOfRecords('nowhere', all)]);
		expect([some.get('quiet'), none.size]).toEqual([9, 0]);
	});

	it('fail as elsewhere where the database is away, and go on once it is there', async () => {
		vi.stubEnv('DATABASE_URL', 'postgres://oakmoss@127.0.0.1:1/oakmoss');
		await expect(runsOfRecords('fern', all)).rejects.toSatisfy(isAway);
		vi.unstubAllEnvs();
		expect((await runsOfRecords('fern', all)).get('quiet')).toBe(9);
	});
});
