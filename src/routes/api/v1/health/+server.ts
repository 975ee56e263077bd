import { json } from '@sveltejs/kit';
import { version } from '../../../../../package.json';
import { connection } from '$lib/server/db/client';

export async function GET() {
	try {
		await connection().sql`select 1`;
		return json({ status: 'ok', database: 'ok', version });
	} catch {
		return json({ status: 'unwell', database: 'away', version }, { status: 503 });
	}
}
