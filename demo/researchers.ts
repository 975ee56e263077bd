/** Who writes what: people with a place of work and a few things they are known for, so that lists of authors tell something. */
import type { CslName } from '../src/core/evidence/citation';
import { AFFILIATIONS, FAMILIES, GIVEN } from './people';
import type { Chance } from './random';
import type { IndexCode } from './themes';

export interface Researcher {
	name: CslName;
	affiliation: string;
}

/** People of each discipline. */
const PEOPLE = 420;

export class Researchers {
	/** By discipline and interest, those who write most first. */
	private readonly known = new Map<string, Researcher[]>();

	/** @param interests of each discipline: themes, and stretches of its vocabulary */
	constructor(chance: Chance, interests: ReadonlyMap<IndexCode, readonly string[]>) {
		for (const [field, own] of interests)
			for (let i = 0; i < PEOPLE; i++) {
				const given = chance.of(GIVEN);
				const one: Researcher = {
					name: {
						family: chance.of(FAMILIES),
						given: chance.is(0.5) ? given : `${given} ${chance.of(GIVEN)[0]}.`
					},
					affiliation: chance.favouring(AFFILIATIONS[field], 1.6)
				};
				for (const interest of ['', ...chance.some(own, chance.number(1, 3))]) {
					const name = `${field} ${interest}`;
					this.known.set(name, [...(this.known.get(name) ?? []), one]);
				}
			}
	}

	/** Authors of a work: the first is known for one of its subjects, most of the others work at the same place. */
	authorsOf(chance: Chance, field: IndexCode, interests: readonly string[], count: number): Researcher[] {
		const everybody = this.known.get(`${field} `) ?? [];
		const fitting = interests.flatMap((interest) => this.known.get(`${field} ${interest}`) ?? []);
		const first = chance.favouring(fitting.length > 0 && chance.is(0.85) ? fitting : everybody, 2.2);
		const near = [...fitting, ...everybody].filter(({ affiliation }) => affiliation === first.affiliation);
		const authors = [first];
		for (let tries = 0; authors.length < count && tries < 3 * count; tries++) {
			const next = chance.favouring(chance.is(0.7) ? near : everybody, 1.8);
			// Two of one family name on a work would only confuse.
			if (!authors.some(({ name }) => name.family === next.name.family)) authors.push(next);
		}
		return authors;
	}
}
