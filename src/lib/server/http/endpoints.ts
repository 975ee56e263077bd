/** All that the server can be asked, from the wings that describe it. */
import { version } from '../../../../package.json';
import { browseEndpoints } from '../browse';
import { crosswalkEndpoints } from '../crosswalk';
import { endpoint, type Endpoint } from '../endpoint';
import { findEndpoints } from '../find';
import { inquiryEndpoints } from '../inquiry';
import { jobsEndpoints } from '../jobs';
import { keepingEndpoints } from '../keeping';
import { peopleEndpoints } from '../people';
import { readingEndpoints } from '../reading';
import { recordsEndpoints } from '../records';
import { reportEndpoints } from '../report';
import { runsEndpoints } from '../runs';
import { searchEndpoints } from '../search';
import { teachingEndpoints } from '../teaching';
import { vocabularyEndpoints } from '../vocabulary';
import { openApi } from './openapi';
import { ownEndpoints } from './own-endpoints';

const all = [
	endpoint('GET /api/v1/openapi.json', { action: 'open', run: (): object => openApi(version, ENDPOINTS) }),
	...ownEndpoints,
	...peopleEndpoints,
	...inquiryEndpoints,
	...jobsEndpoints,
	...vocabularyEndpoints,
	...recordsEndpoints,
	...browseEndpoints,
	...searchEndpoints,
	...runsEndpoints,
	...crosswalkEndpoints,
	...readingEndpoints,
	...findEndpoints,
	...keepingEndpoints,
	...reportEndpoints,
	...teachingEndpoints
];

/** Each endpoint by its method and address. */
export type Endpoints = { [E in (typeof all)[number] as E['route']]: E };
export type RouteName = keyof Endpoints;

export const ENDPOINTS = all as unknown as readonly Endpoint[];

const byRoute = new Map(ENDPOINTS.map((endpoint) => [endpoint.route as string, endpoint]));

/** @throws Error where nothing is described so */
export function endpointAt(route: RouteName): Endpoint {
	const endpoint = byRoute.get(route);
	if (!endpoint) throw new Error(`No wing describes ${route}.`);
	return endpoint;
}

/** What is described for a method at an address; what answers `GET` answers `HEAD` too. */
export const endpointFor = (method: string, address: string): Endpoint | undefined =>
	byRoute.get(`${method} ${address}`) ?? (method === 'HEAD' ? byRoute.get(`GET ${address}`) : undefined);

/** The methods that an address answers. */
export const methodsAt = (address: string): string[] =>
	ENDPOINTS.flatMap(({ route }) => {
		const [method, at] = route.split(' ');
		return at === address && method !== 'HEAD' ? [method] : [];
	});
