/** A library that there is not: what it holds is made up, and the same whenever it is asked. */
import { type CslItem, normalDoi, yearOf } from '../../../core/evidence/citation';
import { fold } from '../../../core/text';
import type { Holdings, Route } from './library';

/** A number from 0 to 1 that a text always has (FNV-1a, 32 bits). */
function share(text: string): number {
	let hash = 0x811c9dc5;
	for (const byte of new TextEncoder().encode(text)) hash = Math.imul(hash ^ byte, 0x01000193);
	return (hash >>> 0) / 2 ** 32;
}

const ROOMS = ['Reading room, first floor', 'Open stacks, second floor', 'Closed stacks'] as const;

/** Of two journals in five it has the volumes of some years on line, of one in three on paper. */
function routesTo(item: CslItem): Route[] {
	const source = item['container-title'] ?? item.publisher ?? '';
	const name = fold(source);
	const year = yearOf(item);
	const routes: Route[] = [];
	if (name !== '' && year !== undefined) {
		const begins = 1990 + Math.floor(25 * share(`${name} begins`));
		if (share(`${name} online`) < 0.4 && year >= begins)
			routes.push({
				kind: 'online',
				says: `${source}, ${begins} to date`,
				at: `https://reader.brackenfield.example/${encodeURIComponent(name.replaceAll(' ', '-'))}/${year}`
			});
		const doi = normalDoi(item.DOI);
		if (doi && share(`${doi} free`) < 0.3 && year < new Date().getFullYear())
			routes.push({
				kind: 'free',
				says: 'Author’s copy',
				at: `https://commons.brackenfield.example/${encodeURI(doi)}`
			});
		if (share(`${name} print`) < 0.33) {
			const room = ROOMS[Math.floor(ROOMS.length * share(`${name} room`))];
			const shelf = `${String.fromCharCode(65 + Math.floor(26 * share(`${name} letter`)))} ${100 + Math.floor(900 * share(`${name} shelf`))}`;
			const last = begins + Math.floor(15 * share(`${name} ends`));
			if (year >= 1975 && year <= last) routes.push({ kind: 'print', says: `${room}, ${shelf}` });
		}
	}
	routes.push({ kind: 'request', says: 'From another library, in three to five days' });
	return routes;
}

export const standIn: Holdings = {
	name: 'Brackenfield Library (made up)',
	requests: 'interlending@brackenfield.example',
	routesTo: (item) => Promise.resolve(routesTo(item))
};
