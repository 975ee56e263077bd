/** What can be asked of the server itself: how it is, and how it can be asked. */
import { setTimeout as wait } from 'node:timers/promises';
import * as v from 'valibot';
import { version } from '../../../../package.json';
import { text } from '../answer-schema';
import { isThere as isDatabaseThere } from '../db';
import { endpoint } from '../endpoint';
import { figures } from '../metrics';
import { isReady } from '../serving';

/** Longer than this nobody waits for an answer about health, in milliseconds. */
const SOON = 700;

export const healthAnswer = v.strictObject({ status: text, database: text, version: text });

export const ownEndpoints = [
	endpoint('GET /api/v1/health', {
		action: 'open',
		summary: 'Whether the server and its database are well',
		answer: healthAnswer,
		run: async () => {
			const isThere = isReady() && (await Promise.race([isDatabaseThere(), wait(SOON, false)]));
			return isThere
				? { status: 'ok', database: 'ok', version }
				: Response.json({ status: 'unwell', database: 'away', version }, { status: 503 });
		}
	}),
	/** Whether this server runs at all, whatever is with its database. */
	endpoint('GET /live', { action: 'open', run: () => ({ status: 'ok' }) }),
	/** Figures of this server, in the text format of Prometheus. */
	endpoint('GET /metrics', {
		action: 'open',
		run: ({ request }) => figures(request.headers.get('authorization'))
	})
];
