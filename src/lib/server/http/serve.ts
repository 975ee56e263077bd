/** A route answers with what its endpoint does. */
import type { RequestHandler } from '@sveltejs/kit';
import * as v from 'valibot';
import type { Asked } from '../endpoint';
import { answer } from './answers';
import { authenticate, callerOf } from './callers';
import { endpointAt, type RouteName } from './endpoints';
import { bodyOf, queryOf } from './input';

/** @param route of the file that this stands in, with the method it is exported as */
export function serve(route: RouteName): RequestHandler {
	const endpoint = endpointAt(route);
	return (event) =>
		answer(async () => {
			const { request, url } = event;
			const { query, body, isBodyOptional } = endpoint;
			const asked: Asked<never, v.GenericSchema, v.GenericSchema> = {
				person: event.locals.person,
				params: event.params as Record<string, string>,
				query: query && queryOf(url, query),
				body: body && (isBodyOptional && request.body === null ? undefined : await bodyOf(request, body)),
				url,
				request,
				// Whoever asks past the proxy has no address: only what needs one asks for it.
				get caller() {
					return callerOf(event);
				},
				whoNow: () => authenticate(event)
			};
			return endpoint.run(asked);
		}, endpoint.status);
}
