/** What the tests of access go through: every route as its files say, and what each may expect, said once more. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const ROUTES = path.resolve('src/routes');

/** Every method that a file of a route answers. */
export function routeTable(): { method: string; route: string }[] {
	const files = readdirSync(ROUTES, { recursive: true, encoding: 'utf8' });
	return files
		.filter((file) => /\+(server\.ts|page\.svelte|page\.server\.ts)$/.test(file))
		.flatMap((file) => {
			const route = `/${path.dirname(file)}`.replace(/\/\.$/, '/');
			if (file.endsWith('+page.svelte')) return [{ method: 'GET', route }];
			const text = readFileSync(path.join(ROUTES, file), 'utf8');
			const methods = file.endsWith('+server.ts')
				? [...text.matchAll(/export (?:const|async function) (GET|POST|PUT|PATCH|DELETE)\b/g)].map(
						([, one]) => one
					)
				: text.includes('export const actions')
					? ['POST']
					: [];
			return methods.map((method) => ({ method, route }));
		});
}

/** Whoever has done these is no longer who they were; for whom nobody is, they are asked all the same. */
export const OF_ONESELF =
	/^(DELETE \/account\/me|POST \/account\/sign-out|DELETE \/inquiry\/\[id\]\/people\/me)$/;

export const ROLES = ['administrator', 'librarian', 'member'] as const;
export const PARTS = ['owner', 'editor', 'reader', 'linked', 'foreign', 'absent'] as const;
export type Role = (typeof ROLES)[number];
export type Part = (typeof PARTS)[number];

/** What is expected, said here once more, in other words than where it is decided. */
export function expected(action: string, role: Role, part?: Part): 'may' | 401 | 403 | 404 {
	if (action === 'open') return 'may';
	if (part === undefined) {
		if (action === 'govern') return role === 'administrator' ? 'may' : 403;
		if (action === 'change-indexes') return role === 'member' ? 403 : 'may';
		return 'may';
	}
	if (part === 'foreign' || part === 'absent') return 404;
	if (action === 'read') return 'may';
	// A link shows an inquiry, and not what is for those who take part themselves.
	if (action === 'take-part') return part === 'linked' ? 403 : 'may';
	if (action === 'own-inquiry') return part === 'owner' ? 'may' : 403;
	return part === 'owner' || part === 'editor' ? 'may' : 403;
}

/** Things that are there, for routes that only look; for others, none, so that nothing is lost on the way. */
export const THERE: Record<string, string> = {
	code: 'yarrow',
	format: 'json',
	record: 'y0001',
	label: '2024'
};

export const isOfInquiry = (route: string) => /^\/(inquiry|api\/v1\/inquiries)\/\[id\]/.test(route);
export const isPage = (route: string) => existsSync(path.join(ROUTES, route, '+page.svelte'));

/** Whether somebody was let in, whatever the route then made of what was sent. */
export const wasLetIn = ({ status, code }: { status: number; code?: string }) =>
	status !== 401 && code !== 'not-allowed' && code !== 'no-inquiry' && status < 500;
