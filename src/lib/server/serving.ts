/** From start to stop: waiting for the database, settling what others left, letting go in good order. */
import { setTimeout as wait } from 'node:timers/promises';
import { addressesOf, closeConnection, databaseUrl, isAway, migrateDatabase } from './db';
import { endStreams } from './inquiry';
import { warmUp } from './vocabulary';
import { settleLeftovers, stopJobs } from './jobs';
import { sends, sendWaiting } from './outbox';
import { warmUpNames } from './reading';
import { makeMissingPostings, remakeWorks, warmUpRecords } from './records';
import { deliverToAll, runWatches } from './keeping';
import { log, reasonOf } from './log';
import { startWatching } from './metrics';
import {
	accountsFault,
	dropOldAttempts,
	firstInvitation,
	hasAccounts,
	secret,
	closeSessionCache,
	withAccounts
} from './people';
import './wings';

/** Between two tries to reach the database, in milliseconds. */
const TRY_AGAIN = 500;
/** How often what servers left behind is settled, in milliseconds. */
const SETTLE_EVERY = 15_000;
const SEND_EVERY = 2_000;
/** How often it is asked whether records have arrived that a watch has not looked at, in milliseconds. */
const WATCH_EVERY = 15_000;
/** How often tries that no longer count are forgotten, in milliseconds. */
const ATTEMPTS_EVERY = 60 * 60_000;
/** A stop takes no longer than this, in milliseconds, whatever is still under way. */
const LONGEST_STOP = 9_000;

let ready = false;

/** Whether the database has been reached since the start and is up to date. */
export const isReady = () => ready;

/** Begins to serve. Does not wait for the database: what is asked for meanwhile is answered so. */
export function startServing(): void {
	startWatching();
	for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, onSignal);
	process.on('sveltekit:shutdown', () => void letGo());
	// What one request left unanswered must not end the others: all that is kept is in the database.
	process.on('unhandledRejection', (error) =>
		log.error({ reason: reasonOf(error) }, 'nobody waited for this')
	);
	void begin().catch((error: unknown) => {
		log.fatal({ reason: reasonOf(error) }, 'the server cannot start');
		console.error(`Oakmoss cannot start: ${reasonOf(error).message}`);
		process.exit(1);
	});
}

async function begin(): Promise<void> {
	const url = databaseUrl();
	for (let tries = 0; ; tries++)
		try {
			await migrateDatabase(url);
			break;
		} catch (error) {
			if (!isAway(error)) throw error;
			if (tries % 20 === 0) {
				const hosts = addressesOf(url).map((address) => new URL(address).host);
				log.warn({ hosts }, 'waiting for the database');
				console.error(`Oakmoss waits for its database at ${hosts.join(' or ')}.`);
			}
			await wait(TRY_AGAIN);
		}
	const fault = accountsFault(await hasAccounts());
	if (fault) throw new Error(fault);
	if (withAccounts()) await welcomeFirst();
	await remakeWorks();
	await makeMissingPostings();
	void warmUp()
		.then(warmUpRecords)
		.then(warmUpNames)
		.catch(() => {});
	await settleLeftovers();
	every(SETTLE_EVERY, 'leftovers could not be settled', settleLeftovers);
	every(WATCH_EVERY, 'watches could not look', runWatches);
	if (sends()) every(SEND_EVERY, 'messages could not be handed on', sendWaiting);
	const feed = Number(process.env.OAKMOSS_FEED_EVERY ?? 0);
	if (feed > 0) every(feed * 1_000, 'the stand-in feed could not deliver', deliverToAll);
	ready = true;
}

/** Says how the first administrator comes in, where nobody can sign in yet. */
async function welcomeFirst(): Promise<void> {
	secret();
	const link = await firstInvitation();
	if (link) console.log(`Oakmoss has no administrator yet. Open this link to become it: ${link}`);
	every(ATTEMPTS_EVERY, 'old tries could not be forgotten', dropOldAttempts);
}

/** Does something again and again; a turn that is not done when the next one comes is not begun a second time. */
function every(milliseconds: number, trouble: string, work: () => Promise<unknown>): void {
	let under = false;
	const turn = async () => {
		if (under) return;
		under = true;
		try {
			await work();
		} catch (error) {
			if (!isAway(error)) log.error({ reason: reasonOf(error) }, trouble);
		} finally {
			under = false;
		}
	};
	setInterval(() => void turn(), milliseconds).unref();
}

let stopping: Promise<void> | undefined;

/** Imports are stopped at once, while requests under way are still answered; what has no end is ended. */
function onSignal(): void {
	void endStreams().catch(() => {});
	stopping ??= stopJobs().catch((error: unknown) =>
		log.error({ reason: reasonOf(error) }, 'jobs could not be stopped')
	);
	setTimeout(() => process.exit(0), LONGEST_STOP).unref();
}

/** All requests have been answered: open connections would keep the process alive. */
async function letGo(): Promise<void> {
	onSignal();
	await Promise.all([stopping, closeSessionCache()]);
	await closeConnection();
}
