/** People who are simply here, without a way to sign in. */
import { connection } from '../db/client';
import type { Person } from './access';

export async function addPeople(...people: Pick<Person, 'id' | 'name'>[]): Promise<void> {
	for (const { id, name } of people)
		await connection()
			.sql`insert into people (id, name, email) values (${id}, ${name}, ${`${id}@oak.example`})`;
}
