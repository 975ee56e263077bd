import { afterAll, beforeAll, expect, it, vi } from 'vitest';
import { connect, type Connection } from '../db/client';
import { dropDatabase, migratedDatabase } from '../db/database.test-aid';
import { personLately, closeSessionCache } from '../people/session-cache';
import type { Person } from '../people';
import * as signingIn from '../people/signing-in';
import { addPeople } from '../people/people.test-aid';
import { roleIn } from './inquiry-access';
import * as rows from './access-rows';

let url: string;
let elsewhere: Connection;
beforeAll(async () => {
	url = await migratedDatabase();
	elsewhere = connect(url, 1);
});
afterAll(async () => {
	await closeSessionCache();
	await elsewhere.end();
	await dropDatabase(url);
});

it('what somebody is in an inquiry is remembered until it changes, in whatever way and wherever', async () => {
	await addPeople({ id: 'ines', name: 'Ines' });
	const lookedUp = vi
		.spyOn(signingIn, 'personSignedIn')
		.mockImplementation(() => Promise.resolve({ id: 'ines', name: 'Ines', role: 'member', links: ['k'] }));
	const asked = vi.spyOn(rows, 'rolesIn');
	const now = async () => (await personLately(new Headers({ cookie: 'one' }))) as Person;
	const roleNow = async () => roleIn(await now(), 'q');
	await vi.waitFor(async () => expect((await now()).found).toBeDefined());
	expect(await roleNow()).toBeUndefined();
	const before = asked.mock.calls.length;
	expect(await roleNow()).toBeUndefined();
	expect(asked).toHaveBeenCalledTimes(before);
	const steps: [string, 'owner' | 'editor' | 'reader' | undefined][] = [
		["insert into inquiries (id, title, question, indexes) values ('q', '', '', '{}')", undefined],
		["insert into inquiry_links (key, inquiry_id, made_by) values ('k', 'q', 'ines')", 'reader'],
		['delete from inquiry_links', undefined],
		["insert into inquiry_people (inquiry_id, person_id, role) values ('q', 'ines', 'editor')", 'editor'],
		["update inquiry_people set role = 'reader'", 'reader'],
		["insert into groups (id, name) values ('g', 'g')", 'reader'],
		["insert into inquiry_groups (inquiry_id, group_id, role) values ('q', 'g', 'owner')", 'reader'],
		["insert into group_people (group_id, person_id) values ('g', 'ines')", 'owner'],
		['delete from group_people', 'reader'],
		["insert into group_people (group_id, person_id) values ('g', 'ines')", 'owner'],
		['delete from inquiry_groups', 'reader'],
		["delete from inquiries where id = 'q'", undefined]
	];
	for (const [change, role] of steps) {
		await elsewhere.sql.run(change);
		await vi.waitFor(async () => expect(await roleNow(), change).toBe(role));
	}
	// So is who is signed in, until a session ends or something of a person changes.
	for (const change of ['delete from sessions', "update people set role = 'member'"]) {
		await now();
		const times = lookedUp.mock.calls.length;
		await now();
		expect(lookedUp).toHaveBeenCalledTimes(times);
		await elsewhere.sql.run(change);
		await vi.waitFor(async () => {
			await now();
			expect(lookedUp, change).toHaveBeenCalledTimes(times + 1);
		});
	}
	// What could not be found out is asked again.
	asked.mockRejectedValueOnce(new Error('away'));
	await expect(roleIn(await now(), 'other')).rejects.toThrow('away');
	expect(await roleIn(await now(), 'other')).toBeUndefined();
});
