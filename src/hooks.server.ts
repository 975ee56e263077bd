import { type Handle, type HandleServerError, type RequestEvent, type ServerInit } from '@sveltejs/kit';
import { ownHeaders } from '../own-host.mjs';
import { withRequestCache } from '$lib/server/request-cache';
import { ServiceError } from '$lib/server/errors';
import {
	actionOf,
	allowByLink,
	allowRoute,
	asServiceError,
	boundOpenBody,
	errorAnswer,
	isPage,
	methodsOf,
	oneMoreRequest,
	refusal,
	UNEXPECTED,
	authenticate
} from '$lib/server/http';
import { log, reasonOf } from '$lib/server/log';
import { answering, measured } from '$lib/server/metrics';
import { clearSessionCache, withAccounts } from '$lib/server/people';
import { isReady, startServing } from '$lib/server/serving';

export const init: ServerInit = () => startServing();

/** What is sent there may change who somebody is or what they may do; who sent it finds it changed at once. */
const CHANGES_PEOPLE = /^\/(account|people|inquiry\/[^/]+\/people|api\/v1\/inquiries\/[^/]+\/people)(\/|$)/;

export const handle: Handle = async (asked) => {
	const begun = performance.now();
	const { route, request, url } = asked.event;
	const answered = answering(`${request.method} ${route.id ?? 'none'}`);
	const response = await Promise.resolve(handled(asked)).finally(answered);
	if (request.method !== 'GET' && CHANGES_PEOPLE.test(url.pathname)) clearSessionCache();
	measured(route.id, request.method, response.status, (performance.now() - begun) / 1_000);
	return response;
};

const handled: Handle = async ({ event, resolve }) => {
	const refused = refusal(event.request, event.url) ?? notYet(event);
	if (refused) return safely(isForScripts(event) ? errorAnswer(refused) : inWords(refused));
	const unknown = await introduced(event);
	if (unknown) return safely(unknown);
	const theme = event.cookies.get('theme');
	const chosen = theme === 'dark' || theme === 'light' ? ` data-theme="${theme}"` : '';
	const answered = () =>
		resolve(event, { transformPageChunk: ({ html }) => html.replace('<html', `<html${chosen}`) });
	// What stays open is never done being answered, and has to see what becomes of things.
	const isRead = event.request.method === 'GET' && event.route.id !== '/inquiry/[id]/live';
	const response = await (isRead ? withRequestCache(answered) : answered());
	// Whoever signs out leaves nothing behind for the next one to go back to.
	if (withAccounts() && event.locals.person && !response.headers.has('cache-control'))
		response.headers.set('cache-control', 'no-store');
	return safely(isForScripts(event) ? inOneShape(event, response) : response);
};

const isForScripts = ({ url, request }: RequestEvent) =>
	url.pathname.startsWith('/api/') || !(request.headers.get('accept') ?? '').includes('text/html');

/** Whether a page is asked for as browsers ask for one. Where a route has none, nothing that a request says makes it one. */
const asksForPage = (event: RequestEvent) =>
	event.request.method === 'GET' && isPage(event.route.id ?? '') && !isForScripts(event);

/**
 * Finds out who asks, and whether they may have what the route does, before anything that was sent is looked at.
 * @returns what is answered instead where they may not
 */
async function introduced(event: RequestEvent): Promise<Response | undefined> {
	const { url, locals, request, route, params } = event;
	const isPage = asksForPage(event);
	const isForPeople = request.method === 'GET' && !isForScripts(event);
	const action = route.id === null ? undefined : actionOf(request.method, route.id);
	try {
		locals.person = await authenticate(event);
		await oneMoreRequest(locals.person, event);
		if (action === 'open') boundOpenBody(request);
		const as = request.headers.get('x-oakmoss-as');
		if (as !== null && locals.person && locals.person.id !== as)
			throw new ServiceError(
				409,
				'other-person',
				`${locals.person.name} is signed in with this browser now, which this page was not made for.`
			);
		if (!locals.person && action !== 'open') {
			if (!isForPeople)
				throw new ServiceError(401, 'not-signed-in', 'Nobody is signed in. Sign in, or send a token.');
			const to = url.pathname === '/' ? '' : `?to=${encodeURIComponent(url.pathname + url.search)}`;
			return new Response(null, { status: 303, headers: { location: `/sign-in${to}` } });
		}
		if (route.id === null) return undefined;
		if (action === undefined) return wrongMethod(event, methodsOf(route.id).join(', '));
		if (locals.person?.role === 'visitor' && action === 'read')
			try {
				await allowByLink(locals.person, route.id, indexesAskedFor(event));
			} catch (error) {
				// Their own page lists what they have links to.
				if (isPage && error instanceof ServiceError)
					return new Response(null, { status: 303, headers: { location: '/' } });
				throw error;
			}
		// Of a page the services say it, so that it is said in a page.
		if (!isPage) await allowRoute(locals.person, action, route.id, params.id);
		return undefined;
	} catch (error) {
		return errorAnswer(asServiceError(error), challenge(event));
	}
}

/** Codes of the indexes that an address names. */
const indexesAskedFor = ({ params, url }: RequestEvent) =>
	[(params as { code?: string }).code, url.searchParams.get('index')].filter((code) => !!code) as string[];

function wrongMethod({ request }: RequestEvent, allow: string): Response {
	const message = `${request.method} is not possible here; ${allow || 'nothing'} is.`;
	return errorAnswer(new ServiceError(405, 'wrong-method', message), { allow });
}

const challenge = ({ url }: RequestEvent): Record<string, string> =>
	url.pathname.startsWith('/api/') ? { 'www-authenticate': 'Bearer realm="Oakmoss"' } : {};

/** While the database has not been reached since the start, nothing can be answered but how the server is. */
function notYet({ url }: RequestEvent): ServiceError | undefined {
	if (isReady() || ['/api/v1/health', '/live', '/metrics'].includes(url.pathname)) return undefined;
	return new ServiceError(
		503,
		'database-away',
		'The server has started and waits for its database. Try again in a moment.'
	);
}

const inWords = ({ status, message }: ServiceError) =>
	new Response(`${message}\n`, { status, headers: { 'content-type': 'text/plain; charset=utf-8' } });

/** What the framework answers by itself, such as that there is no such route, said like every other error. */
function inOneShape({ url, route }: RequestEvent, response: Response): Response {
	if (!url.pathname.startsWith('/api/') || response.status < 400) return response;
	if ((response.headers.get('content-type') ?? '').startsWith('application/json') && route.id !== null)
		return response;
	if (route.id === null)
		return errorAnswer(new ServiceError(404, 'no-route', `There is nothing at ${url.pathname}.`));
	return errorAnswer(new ServiceError(500, 'unexpected', UNEXPECTED));
}

function safely(response: Response): Response {
	for (const [name, value] of Object.entries(ownHeaders())) response.headers.set(name, value);
	response.headers.set('referrer-policy', 'same-origin');
	response.headers.set('x-frame-options', 'DENY');
	return response;
}

export const handleError: HandleServerError = ({ error, event, status, message }) => {
	if (status === 404) return { code: 'no-page', message: 'There is no such page.' };
	log.error({ reason: reasonOf(error), route: event.route.id }, message);
	return { code: 'unexpected', message: UNEXPECTED };
};
