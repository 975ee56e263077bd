import { type Handle, type HandleServerError, type RequestEvent, type ServerInit } from '@sveltejs/kit';
import { LOCAL_PERSON } from '$lib/server/people';
import { ServiceError } from '$lib/server/errors';
import { errorAnswer, refusal, UNEXPECTED } from '$lib/server/http';
import { log, reasonOf } from '$lib/server/log';
import { isReady, startServing } from '$lib/server/serving';

export const init: ServerInit = () => startServing();

export const handle: Handle = async ({ event, resolve }) => {
	const refused = refusal(event.request, event.url) ?? notYet(event);
	if (refused) return safely(isForScripts(event) ? errorAnswer(refused) : inWords(refused));
	event.locals.person = LOCAL_PERSON;
	const theme = event.cookies.get('theme');
	const chosen = theme === 'dark' || theme === 'light' ? ` data-theme="${theme}"` : '';
	const response = await resolve(event, {
		transformPageChunk: ({ html }) => html.replace('<html', `<html${chosen}`)
	});
	return safely(isForScripts(event) ? inOneShape(event, response) : response);
};

const isForScripts = ({ url, request }: RequestEvent) =>
	url.pathname.startsWith('/api/') || !(request.headers.get('accept') ?? '').includes('text/html');

/** While the database has not been reached since the start, nothing can be answered but how the server is. */
function notYet({ url }: RequestEvent): ServiceError | undefined {
	if (isReady() || url.pathname === '/api/v1/health') return undefined;
	return new ServiceError(
		503,
		'database-away',
		'The server has started and waits for its database. Try again in a moment.'
	);
}

const inWords = ({ status, message }: ServiceError) =>
	new Response(`${message}\n`, { status, headers: { 'content-type': 'text/plain; charset=utf-8' } });

/** What the framework answers by itself, such as that there is no such route, said like every other error. */
function inOneShape({ url, request, route }: RequestEvent, response: Response): Response {
	if (!url.pathname.startsWith('/api/') || response.status < 400) return response;
	if ((response.headers.get('content-type') ?? '').startsWith('application/json') && route.id !== null)
		return response;
	if (response.status === 405) {
		const allow = response.headers.get('allow') ?? '';
		const message = `${request.method} is not possible here; ${allow || 'nothing'} is.`;
		return errorAnswer(new ServiceError(405, 'wrong-method', message), { allow });
	}
	if (route.id === null)
		return errorAnswer(new ServiceError(404, 'no-route', `There is nothing at ${url.pathname}.`));
	return errorAnswer(new ServiceError(500, 'unexpected', UNEXPECTED));
}

function safely(response: Response): Response {
	response.headers.set('x-content-type-options', 'nosniff');
	response.headers.set('referrer-policy', 'same-origin');
	response.headers.set('x-frame-options', 'DENY');
	return response;
}

export const handleError: HandleServerError = ({ error, event, status, message }) => {
	if (status === 404) return { code: 'no-page', message: 'There is no such page.' };
	log.error({ reason: reasonOf(error), route: event.route.id }, message);
	return { code: 'unexpected', message: UNEXPECTED };
};
