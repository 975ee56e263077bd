/**
 * What is asked at the door, before anything else is looked at: what an endpoint or a page needs; of one of an inquiry, in that
 * inquiry. An endpoint that nobody has described answers nobody; a page that is not named here, whoever may read. Services ask
 * again, of what they act on.
 */
import { ServiceError } from '../errors';
import { allowIn, allowIndexes } from '../inquiry';
import { type Action, allow, type Person } from '../people';
import { endpointFor, methodsAt } from './endpoints';

/** Pages that need something else than that somebody may read. */
const PAGES: Record<string, Action | 'open'> = {
	'/account': 'work',
	'/confirm': 'open',
	'/forgotten': 'open',
	'/inquiry/[id]/outbox': 'take-part',
	'/lessons': 'work',
	'/lessons/[id]': 'work',
	'/lessons/begin/[key]': 'work',
	'/new-password': 'open',
	'/people': 'govern',
	'/register': 'open',
	'/shared/[key]': 'open',
	'/sign-in': 'open',
	'/watches/[key]/stop': 'open',
	'/welcome': 'open'
};
/** Pages with a form of their own, which is sent to them. */
const FORMS = new Set(['/watches/[key]/stop']);

const pages = new Set(
	Object.keys(import.meta.glob('/src/routes/**/+page.svelte')).map(
		(file) => file.replace(/^\/src\/routes|\/[^/]+$/g, '') || '/'
	)
);

/** Whether there is a page at a route. */
export const isPage = (route: string): boolean => pages.has(route);

/** What a route asks for; nothing where nobody has said. A page asks for the same, however its data is fetched. */
export function actionOf(method: string, route: string): Action | 'open' | undefined {
	const described = endpointFor(method, route)?.action;
	if (described !== undefined || !isPage(route)) return described;
	const isAnswered = method === 'GET' || method === 'HEAD' || (method === 'POST' && FORMS.has(route));
	return isAnswered ? (PAGES[route] ?? 'read') : undefined;
}

/** The methods that a route answers. */
export const methodsOf = (route: string): string[] => [
	...new Set([...(isPage(route) ? ['GET'] : []), ...(FORMS.has(route) ? ['POST'] : []), ...methodsAt(route)])
];

const isOfInquiry = (route: string) => /^\/(inquiry|api\/v1\/inquiries)\/\[id\]/.test(route);

/**
 * Whether a visitor asks for what their links are for: inquiries, and the indexes that those use. Of an inquiry its services
 * ask.
 * @param codes of the indexes that are asked for, in the path or as a parameter
 * @throws ServiceError 404 for any other index, as if there were none, 403 for all of them together
 */
export async function allowByLink(person: Person, route: string, codes: readonly string[]): Promise<void> {
	if (route === '/indexes')
		throw new ServiceError(403, 'not-allowed', 'A link shows one inquiry, and the indexes that it uses.');
	await allowIndexes(person, codes);
}

/**
 * Whether a person may have what a route does.
 * @throws ServiceError as `allow` does
 */
export async function allowRoute(
	person: Person | undefined,
	action: Action | 'open',
	route: string,
	inquiryId = ''
): Promise<void> {
	if (action === 'open') return;
	if (isOfInquiry(route)) await allowIn(person, action, inquiryId);
	else allow(person, action);
}
