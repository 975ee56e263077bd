import { json } from '@sveltejs/kit';
import { setTimeout as wait } from 'node:timers/promises';
import { version } from '../../../../../package.json';
import { isThere as isDatabaseThere } from '$lib/server/db';
import { isReady } from '$lib/server/serving';

/** Longer than this nobody waits for an answer about health, in milliseconds. */
const SOON = 700;

export async function GET() {
	const isThere = isReady() && (await Promise.race([isDatabaseThere(), wait(SOON, false)]));
	return isThere
		? json({ status: 'ok', database: 'ok', version })
		: json({ status: 'unwell', database: 'away', version }, { status: 503 });
}
