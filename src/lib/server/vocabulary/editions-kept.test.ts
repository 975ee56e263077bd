import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { connection } from '../db/client';
import { headingSheet } from '../browse/look-up';
import { LOCAL_PERSON } from '../people/access';
import { differenceOfEditions, listEditions, makeEditionCurrent, removeEdition } from './editions-kept';
import { currentIndex, editionIndex } from './editions';
import { isOlder } from './settling-edition';
import { createIndex } from './subject-indexes';
import { turtleOf, uploadTurtle } from './upload-turtle.test-aid';

let url: string;
beforeAll(async () => {
	url = await migratedDatabase();
});
afterAll(() => dropDatabase(url));

const rooms = (n: number, word = 'Room') =>
	Array.from({ length: n }, (_, i) => `f:${word.toLowerCase()}${i} "${word} ${i}"`);
const states = async (code: string) =>
	(await listEditions(LOCAL_PERSON, code)).map(({ label, isCurrent, held }) =>
		[label, isCurrent ? 'in use' : held ? 'waits' : 'kept'].join(' ')
	);
const rules = (job: { report: { findings: { rule: string }[] } | null }) =>
	job.report?.findings.map(({ rule }) => rule) ?? [];
async function index(code: string): Promise<string> {
	await createIndex(LOCAL_PERSON, { code, name: code, discipline: '' });
	return code;
}

describe('editions of an index', () => {
	it('are kept, and the later one is in use', async () => {
		const code = await index('fern');
		await uploadTurtle(code, '2023', turtleOf(rooms(60)));
		await uploadTurtle(code, '2024', turtleOf([...rooms(60), 'f:hall "Hall" ; skos:broader f:room0']));
		expect(await states(code)).toEqual(['2024 in use', '2023 kept']);
		const { counts, changes } = await differenceOfEditions(LOCAL_PERSON, code, '2023', '2024');
		expect(counts).toMatchObject({ added: 1, retired: 0, moved: 0 });
		expect(changes[0].to).toMatchObject({ id: 'hall', uri: 'https://fern.example/hall', label: 'Hall' });
		// Worked out once: what is asked again comes from where it was kept.
		await connection()
			.sql`update edition_differences set difference = jsonb_set(difference::jsonb, '{newCycles}', '[["kept"]]')`;
		expect((await differenceOfEditions(LOCAL_PERSON, code, '2023', '2024')).newCycles).toEqual([['kept']]);
		// In the other order it is another difference.
		const back = await differenceOfEditions(LOCAL_PERSON, code, '2024', '2023');
		expect(back.counts).toMatchObject({ added: 0, retired: 1 });
		await expect(differenceOfEditions(LOCAL_PERSON, code, '2023', '1999')).rejects.toThrow(
			'no edition “1999”'
		);
	});

	it('can be taken back, and an earlier one used again', async () => {
		const code = 'fern';
		await makeEditionCurrent(LOCAL_PERSON, code, '2023');
		expect(await states(code)).toEqual(['2024 kept', '2023 in use']);
		await expect(headingSheet(LOCAL_PERSON, code, 'hall')).rejects.toThrow();
		await expect(removeEdition(LOCAL_PERSON, code, '2023')).rejects.toMatchObject({
			code: 'edition-current'
		});
		await makeEditionCurrent(LOCAL_PERSON, code, '2024');
		expect((await headingSheet(LOCAL_PERSON, code, 'hall')).label).toBe('Hall');
		await removeEdition(LOCAL_PERSON, code, '2023');
		expect(await states(code)).toEqual(['2024 in use']);
		const left = await connection().sql<{ rows: number }>`
			select (select count(*) from edition_differences) + (select count(*) from editions where label = '2023') as rows`;
		expect(Number(left[0].rows)).toBe(0);
	});

	it('that are the file of the present one again change nothing', async () => {
		const code = 'fern';
		const same = turtleOf([...rooms(60), 'f:hall "Hall" ; skos:broader f:room0']);
		const before = await currentIndex(code);
		const job = await uploadTurtle(code, '2024', same);
		expect(rules(job)).toContain('same-edition');
		expect((await currentIndex(code)).edition?.id).toBe(before.edition?.id);
		expect(await states(code)).toEqual(['2024 in use']);
		// Under another label it is another edition, from which nothing differs.
		await uploadTurtle(code, '2025', same);
		expect(await states(code)).toEqual(['2025 in use', '2024 kept']);
		expect((await differenceOfEditions(LOCAL_PERSON, code, '2024', '2025')).changes).toEqual([]);
	});

	it('that look like a mistake wait, and say why', async () => {
		const code = await index('moss');
		await uploadTurtle(code, '2024', turtleOf(rooms(60)));
		const half = await uploadTurtle(code, '2025', turtleOf(rooms(20)));
		expect(rules(half)).toContain('edition-held');
		const other = await uploadTurtle(code, '2026', turtleOf(rooms(60, 'Fish')));
		expect(rules(other)).toContain('edition-held');
		const older = await uploadTurtle(code, '2022-05', turtleOf(rooms(61)));
		expect(rules(older)).toContain('edition-held');
		expect(await states(code)).toEqual(['2022-05 waits', '2026 waits', '2025 waits', '2024 in use']);
		const held = (await listEditions(LOCAL_PERSON, code)).map((edition) => edition.held);
		expect(held[0]).toContain('older than the present edition 2024');
		expect(held[1]).toContain('another vocabulary');
		expect(held[2]).toContain('20 headings where the present edition has 60');
		// Somebody looked at it, and wants it.
		await makeEditionCurrent(LOCAL_PERSON, code, '2025');
		expect(await states(code)).toEqual(['2022-05 waits', '2026 waits', '2025 in use', '2024 kept']);
	});

	it('are used or kept waiting as the sender says', async () => {
		const code = await index('lichen');
		await uploadTurtle(code, '2024', turtleOf(rooms(60)), 'never');
		// The first has nothing to wait for.
		expect(await states(code)).toEqual(['2024 in use']);
		await uploadTurtle(code, '2025', turtleOf(rooms(70)), 'never');
		expect(await states(code)).toEqual(['2025 waits', '2024 in use']);
		await uploadTurtle(code, '2020', turtleOf(rooms(5)), 'always');
		expect(await states(code)).toEqual(['2020 in use', '2025 waits', '2024 kept']);
		await expect(uploadTurtle(code, '2027', turtleOf(rooms(5)), 'perhaps')).rejects.toMatchObject({
			status: 400
		});
	});

	it('of a label that is taken get another', async () => {
		const code = await index('bark');
		await uploadTurtle(code, '2024', turtleOf(rooms(3)));
		const job = await uploadTurtle(code, '2024', turtleOf(rooms(4)));
		expect(rules(job)).toContain('label-taken');
		await uploadTurtle(code, '2024', turtleOf(rooms(5)));
		expect(await states(code)).toEqual(['2024 (3) in use', '2024 (2) kept', '2024 kept']);
	});

	it('are read while later ones are, and stay what they were', async () => {
		const code = 'bark';
		const { edition } = await currentIndex(code);
		const kept = await connection().sql<{ id: number; label: string }>`
			select id, label from editions where index_code = ${code} order by id`;
		const sizes = await Promise.all(
			[...kept, ...kept].map(async ({ id }) => (await editionIndex({ id, indexCode: code })).size)
		);
		expect(sizes).toEqual([3, 4, 5, 3, 4, 5]);
		expect(edition?.id).toBe(kept[2].id);
	});
});

describe('the time in a label', () => {
	it.each([
		['2023', '2024', true],
		['2024', '2024', false],
		['2024-01', '2024-06', true],
		['2024', '2024-06', false],
		['Edition of 2021', 'Edition of 2022', true],
		['spring', '2024', false],
		['version 3', 'version 4', false],
		['2025', '2024', false]
	])('of %s is earlier than that of %s: %s', (label, than, is) => expect(isOlder(label, than)).toBe(is));
});
