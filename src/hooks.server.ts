import { json, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { LOCAL_PERSON } from '$lib/server/access';
import { closeConnection, databaseUrl, migrateDatabase } from '$lib/server/db/client';
import { warmUp } from '$lib/server/editions';
import { log } from '$lib/server/log';

export const init: ServerInit = async () => {
	await migrateDatabase(databaseUrl());
	await warmUp();
	// Open connections would keep the process alive after its last request.
	process.on('sveltekit:shutdown', () => void closeConnection());
};

const UNSAFE = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

export const handle: Handle = async ({ event, resolve }) => {
	// A page of another site must not be able to write with this person's browser.
	if (
		UNSAFE.has(event.request.method) &&
		!['same-origin', 'none', null].includes(event.request.headers.get('sec-fetch-site'))
	)
		return json(
			{ error: { code: 'cross-site', message: 'Changes are only taken from Oakmoss’s own pages.' } },
			{ status: 403 }
		);
	event.locals.person = LOCAL_PERSON;
	const theme = event.cookies.get('theme');
	const chosen = theme === 'dark' || theme === 'light' ? ` data-theme="${theme}"` : '';
	const response = await resolve(event, {
		transformPageChunk: ({ html }) => html.replace('<html', `<html${chosen}`)
	});
	response.headers.set('x-content-type-options', 'nosniff');
	response.headers.set('referrer-policy', 'same-origin');
	return response;
};

export const handleError: HandleServerError = ({ error, event, status, message }) => {
	if (status === 404) return { code: 'no-page', message: 'There is no such page.' };
	log.error({ err: error, path: event.url.pathname }, message);
	return {
		code: 'unexpected',
		message: 'Something went wrong on the server. What you saved before is kept.'
	};
};
