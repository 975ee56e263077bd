/** Gives the two people of the demo accounts, with passwords that are made anew each time, and says them. */
import { randomBytes, randomUUID } from 'node:crypto';
import { connection, closeConnection } from '../src/lib/server/db/client';
import { auth } from '../src/lib/server/people/auth-rows';
import { COLLEAGUES } from './fortnight';

/** Syllables, so that a password can be typed from paper; thirteen of them are 52 bits. */
const SYLLABLES = 'ba be bi bo bu da de di do du ka ke ki ko ku la'.split(' ');
const aPassword = () =>
	[...randomBytes(13)]
		.map((byte) => SYLLABLES[byte % SYLLABLES.length])
		.join('')
		.replace(/(.{6})(?=.)/g, '$1-');

const [ines, tomas] = COLLEAGUES;
const { sql } = connection();
const { password: hashing } = await auth().$context;
for (const { id, name } of COLLEAGUES) {
	const email = `${name.split(' ')[0].toLowerCase()}@oakmoss.example`;
	const role = id === ines.id ? 'administrator' : 'member';
	const password = aPassword();
	const hash = await hashing.hash(password);
	await sql.begin(async (tx) => {
		await tx`
			insert into people (id, name, email, email_verified, role) values (${id}, ${name}, ${email}, true, ${role})
			on conflict (id) do update set email = excluded.email, email_verified = true, role = excluded.role, left_at = null`;
		await tx`delete from accounts where person_id = ${id} and provider_id = 'credential'`;
		await tx`
			insert into accounts (id, account_id, provider_id, person_id, password)
			values (${randomUUID()}, ${id}, 'credential', ${id}, ${hash})`;
	});
	console.log(`${name} (${role}) signs in as ${email} with ${password}`);
}
// What was loaded is theirs: the one owns it, with the other she shares what they worked on together.
await sql`
	update inquiry_people p set person_id = ${ines.id}
	where person_id = 'local' and not exists (
		select 1 from inquiry_people q where q.inquiry_id = p.inquiry_id and q.person_id = ${ines.id})`;
await sql`
	insert into inquiry_people (inquiry_id, person_id, role)
	select distinct inquiry_id, ${tomas.id}, 'editor' from changes where person_id = ${tomas.id}
	on conflict do nothing`;
await closeConnection();
