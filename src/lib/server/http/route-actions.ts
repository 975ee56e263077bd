/**
 * What each route asks for, before anything else is looked at: of a route of an inquiry, in that inquiry. A route that is
 * not named here answers nobody. Services ask again, of what they act on.
 */
import { ServiceError } from '../errors';
import { allowIn, isLinkedIndex } from '../inquiry';
import { type Action, allow, type Person } from '../people';

const ROUTES: Record<Action | 'open', readonly string[]> = {
	/** Nobody need be signed in: how to come in, what a key in the address opens, and what says how to ask. */
	open: [
		'POST /account/confirm',
		'POST /account/forgotten',
		'POST /account/new-password',
		'POST /account/register',
		'POST /account/sign-in',
		'POST /account/sign-out',
		'POST /account/vouched',
		'GET /account/vouched/[...rest]',
		'POST /account/welcome',
		'GET /api/v1/health',
		'GET /api/v1/inquiry.schema.json',
		'GET /api/v1/openapi.json',
		'GET /confirm',
		'GET /forgotten',
		'GET /live',
		'GET /metrics',
		'GET /new-password',
		'GET /register',
		'GET /shared/[key]',
		'GET /sign-in',
		'GET /watches/[key]/feed.atom',
		'GET /watches/[key]/stop',
		'POST /watches/[key]/stop',
		'GET /welcome'
	],
	/** Whatever is worked out for a look and leaves nothing behind is reading too. */
	read: [
		'GET /',
		'POST /api/v1/citations',
		'GET /api/v1/indexes',
		'POST /api/v1/indexes/[code]/composition',
		'GET /api/v1/indexes/[code]/editions',
		'GET /api/v1/indexes/[code]/editions/[from]/[to]',
		'GET /api/v1/indexes/[code]/export.[format]',
		'GET /api/v1/indexes/[code]/headings',
		'GET /api/v1/indexes/[code]/headings/[id]',
		'GET /api/v1/indexes/[code]/headings/[id]/narrower',
		'GET /api/v1/indexes/[code]/lookup',
		'POST /api/v1/indexes/[code]/parse',
		'POST /api/v1/indexes/[code]/phrases',
		'GET /api/v1/indexes/[code]/records.[format]',
		'GET /api/v1/indexes/[code]/records/[id]',
		'GET /api/v1/indexes/[code]/records/[id]/neighbours',
		'POST /api/v1/indexes/[code]/search',
		'GET /api/v1/inquiries',
		'GET /api/v1/inquiries/[id]',
		'GET /api/v1/inquiries/[id]/cells/[concept]/[code]/suggestions',
		'GET /api/v1/inquiries/[id]/crosswalk.[format]',
		'GET /api/v1/inquiries/[id]/pearls',
		'GET /api/v1/inquiries/[id]/people',
		'GET /api/v1/inquiries/[id]/reading-list',
		'GET /api/v1/inquiries/[id]/reading-list.[format]',
		'GET /api/v1/inquiries/[id]/repairs',
		'GET /api/v1/inquiries/[id]/report.[format]',
		'GET /api/v1/inquiries/[id]/strategies/[code]/check',
		'GET /api/v1/inquiries/[id]/strategies/[file]',
		'DELETE /api/v1/jobs/[id]',
		'GET /api/v1/jobs/[id]',
		'GET /api/v1/me',
		'POST /api/v1/pool',
		'GET /api/v1/watches',
		'GET /api/v1/watches/[id]/new',
		'GET /citation-styles',
		'GET /indexes',
		'GET /indexes/[code]/editions',
		'GET /indexes/[code]/editions/[label]',
		'GET /indexes/[code]/editions/difference.csv',
		'GET /indexes/[code]/forms',
		'GET /indexes/[code]/hierarchy',
		'GET /indexes/[code]/imports/[job]',
		'GET /indexes/[code]/imports/[job]/report.csv',
		'POST /indexes/[code]/joint',
		'GET /indexes/[code]/names-read',
		'GET /indexes/[code]/narrower',
		'GET /indexes/[code]/neighbours',
		'POST /indexes/[code]/prices',
		'GET /indexes/[code]/records-of',
		'GET /indexes/[code]/roll',
		'GET /indexes/[code]/sheet',
		'GET /indexes/[code]/uses',
		'GET /indexes/[code]/with-narrower',
		'GET /inquiry/[id]',
		'GET /inquiry/[id]/availability',
		'GET /inquiry/[id]/apart/[apart]',
		'GET /inquiry/[id]/browse',
		'GET /inquiry/[id]/browse/[code]',
		'GET /inquiry/[id]/browse/[code]/[heading]',
		'GET /inquiry/[id]/changed',
		'GET /inquiry/[id]/changes',
		'GET /inquiry/[id]/check',
		'GET /inquiry/[id]/composition/[code]',
		'POST /inquiry/[id]/composition/[code]/kept',
		'GET /inquiry/[id]/composition/[code]/known',
		'POST /inquiry/[id]/copy',
		'GET /inquiry/[id]/coverage',
		'GET /inquiry/[id]/draft',
		'GET /inquiry/[id]/facts',
		'GET /inquiry/[id]/history',
		'POST /inquiry/[id]/incoming',
		'GET /inquiry/[id]/indexes',
		'GET /inquiry/[id]/keep-up',
		'GET /inquiry/[id]/live',
		'POST /inquiry/[id]/live',
		'GET /inquiry/[id]/logbook',
		'GET /inquiry/[id]/matches',
		'GET /inquiry/[id]/offers',
		'GET /inquiry/[id]/overlap/[code]',
		'GET /inquiry/[id]/lanes/records',
		'GET /inquiry/[id]/lanes/through',
		'GET /inquiry/[id]/pearls',
		'GET /inquiry/[id]/pearls/cells',
		'GET /inquiry/[id]/pearls/headings/[code]',
		'POST /inquiry/[id]/pearls/of/[code]',
		'POST /inquiry/[id]/pearls/recognised',
		'GET /inquiry/[id]/pearls/state',
		'GET /inquiry/[id]/people',
		'DELETE /inquiry/[id]/people/me',
		'GET /inquiry/[id]/phrases/[code]',
		'GET /inquiry/[id]/pooled',
		'GET /inquiry/[id]/pooled/composition',
		'GET /inquiry/[id]/question',
		'GET /inquiry/[id]/question/parts',
		'GET /inquiry/[id]/reading-list',
		'GET /inquiry/[id]/reading-list/citations',
		'GET /inquiry/[id]/reading-list/citations/findings',
		'POST /inquiry/[id]/reading-list/citations/formatted',
		'GET /inquiry/[id]/reading-list/citations/formatted/[job]',
		'GET /inquiry/[id]/reading-list/works',
		'GET /inquiry/[id]/records',
		'GET /inquiry/[id]/records/[code]/marked.[format]',
		'GET /inquiry/[id]/repairs',
		'GET /inquiry/[id]/report',
		'GET /inquiry/[id]/runs',
		'GET /inquiry/[id]/runs/[number]/settings',
		'GET /inquiry/[id]/runs/compare',
		'GET /inquiry/[id]/strategy',
		'GET /inquiry/[id]/strategy/[code]',
		'POST /inquiry/[id]/strategy/[code]',
		'GET /inquiry/[id]/strategy/[code]/check',
		'POST /inquiry/[id]/strategy/[code]/limits',
		'POST /inquiry/[id]/strategy/[code]/prices',
		'GET /inquiry/[id]/suggestions',
		'GET /inquiry/[id]/words'
	],
	work: [
		'GET /account',
		'GET /account/archive',
		'DELETE /account/me',
		'PUT /account/password',
		'DELETE /account/sessions/[id]',
		'POST /api/v1/inquiries',
		'GET /api/v1/tokens',
		'POST /api/v1/tokens',
		'DELETE /api/v1/tokens/[id]',
		'POST /api/v1/watches',
		'DELETE /api/v1/watches/[id]',
		'GET /people/names'
	],
	'take-part': ['GET /inquiry/[id]/outbox', 'GET /inquiry/[id]/outbox/[message]'],
	'change-inquiry': [
		'PUT /api/v1/inquiries/[id]/cells/[concept]/[code]',
		'DELETE /api/v1/inquiries/[id]/pearls/[code]/[record]',
		'PUT /api/v1/inquiries/[id]/pearls/[code]/[record]',
		'PUT /api/v1/inquiries/[id]/reading-list',
		'POST /api/v1/inquiries/[id]/repairs/[repair]',
		'POST /inquiry/[id]/apart',
		'DELETE /inquiry/[id]/apart/[apart]',
		'PUT /inquiry/[id]/apart/done',
		'POST /inquiry/[id]/availability',
		'POST /inquiry/[id]/commands',
		'POST /inquiry/[id]/kept/[code]',
		'DELETE /inquiry/[id]/outbox/[message]',
		'POST /inquiry/[id]/outbox/works',
		'POST /inquiry/[id]/pooled/kept',
		'POST /inquiry/[id]/pooled/works',
		'POST /inquiry/[id]/reading-list/file',
		'POST /inquiry/[id]/reading-list/of/[code]',
		'POST /inquiry/[id]/reading-list/pooled',
		'POST /inquiry/[id]/reading-list/records',
		'POST /inquiry/[id]/redo',
		'PUT /inquiry/[id]/report/draft',
		'POST /inquiry/[id]/report/handed-in',
		'POST /inquiry/[id]/runs',
		'PATCH /inquiry/[id]/runs/[number]',
		'PATCH /inquiry/[id]/state',
		'POST /inquiry/[id]/undo',
		'POST /inquiry/[id]/watches',
		'PUT /inquiry/[id]/watches',
		'DELETE /inquiry/[id]/watches/[watch]',
		'PATCH /inquiry/[id]/watches/[watch]',
		'POST /inquiry/[id]/watches/[watch]',
		'POST /inquiry/[id]/watches/of/[code]'
	],
	'own-inquiry': [
		'PUT /api/v1/inquiries/[id]/people',
		'DELETE /inquiry/[id]/people/links',
		'POST /inquiry/[id]/people/links'
	],
	'change-indexes': [
		'POST /api/v1/indexes',
		'DELETE /api/v1/indexes/[code]',
		'PUT /api/v1/indexes/[code]/records',
		'PUT /api/v1/indexes/[code]/vocabulary',
		'DELETE /api/v1/known-mappings/[name]',
		'PUT /api/v1/known-mappings/[name]',
		'POST /indexes/[code]/deliver',
		'POST /indexes/[code]/mend',
		'PUT /indexes/[code]/own',
		'PUT /indexes/[code]/dialect',
		'DELETE /indexes/[code]/editions/[label]',
		'PUT /indexes/[code]/editions/[label]'
	],
	govern: [
		'GET /people',
		'PUT /people/groups',
		'DELETE /people/groups/[id]',
		'POST /people/invitations',
		'DELETE /people/invitations/[id]',
		'GET /people/log',
		'DELETE /people/of/[id]',
		'PUT /people/of/[id]',
		'DELETE /people/of/[id]/sessions'
	]
};

const BY_ROUTE = new Map(
	(Object.entries(ROUTES) as [Action | 'open', string[]][]).flatMap(([action, routes]) =>
		routes.map((route) => [route, action] as const)
	)
);

/** What a route asks for; nothing where nobody has said. A page asks for the same, however its data is fetched. */
export function actionOf(method: string, route: string): Action | 'open' | undefined {
	return BY_ROUTE.get(`${method === 'HEAD' ? 'GET' : method} ${route}`);
}

/** The methods that a route answers. */
export function methodsOf(route: string): string[] {
	return [...BY_ROUTE.keys()].filter((name) => name.endsWith(` ${route}`)).map((name) => name.split(' ')[0]);
}

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
	for (const code of codes)
		if (!(await isLinkedIndex(person.links ?? [], code)))
			throw new ServiceError(404, 'no-index', `There is no subject index “${code}” in what the link shows.`);
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
