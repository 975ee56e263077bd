/** The later editions of the demo against the changes that make them, which were written by hand. */
import { readFileSync } from 'node:fs';
import { Parser } from 'n3';
import { describe, expect, it } from 'vitest';
import { SkosReader } from '../src/core/formats/skos-read';
import { differenceOf, type HeadingChange } from '../src/core/edition/difference';
import { applyChanges } from './edition-changes';
import { DEMO_INDEXES } from './indexes';
import { parseVocabularyText, toTurtle } from './vocabulary-text';

const source = (name: string) => readFileSync(new URL(`./vocabularies/${name}.txt`, import.meta.url), 'utf8');

async function readEdition(code: string, which: 'first' | 'later', otherIdentifiers = false) {
	const first = parseVocabularyText(source(code));
	let turtle = await toTurtle(code, which === 'later' ? applyChanges(first, source(`${code}.next`)) : first);
	if (otherIdentifiers) {
		const numbers = new Map<string, number>();
		turtle = turtle.replace(/\.example\/headings\/([a-z0-9-]+)/g, (_, name: string) => {
			const number = numbers.get(name) ?? numbers.size;
			numbers.set(name, number);
			return `.example/anew/h${number}`;
		});
	}
	const reader = new SkosReader();
	for (const statement of new Parser().parse(turtle)) reader.add(statement);
	return reader.finish().data;
}

/** What the changes of an edition say, one a line, as kind and headings. Labels are those of the editions on either side. */
function written(code: string): Set<string> {
	const changes = source(`${code}.next`)
		.split('\n')
		.filter((line) => /^[a-z]/.test(line));
	const renamed = new Map(
		changes.flatMap((line) => {
			const [, old, now] = /^rename (.+) -> (.+)$/.exec(line) ?? [];
			return old ? [[old, now] as const] : [];
		})
	);
	const before = new Map([...renamed].map(([old, now]) => [now, old]));
	const was = (label: string) => before.get(label) ?? label;
	const is = (label: string) => renamed.get(label) ?? label;
	const said = new Set<string>();
	for (const line of changes) {
		const [, verb, rest] = /^(\w+) (.+)$/.exec(line) ?? [];
		const [left, right = ''] = rest.split(' -> ');
		if (verb === 'rename') said.add(`renamed: ${left} > ${right}`);
		if (verb === 'retire') said.add(`retired: ${was(rest.replace(/ \d{4} : .*$/, ''))}`);
		if (verb === 'move') said.add(`moved: ${was(rest.split(' : ')[0])}`);
		if (verb === 'note') said.add(`noteChanged: ${was(rest.split(' : ')[0])}`);
		if (verb === 'add') said.add(`added: ${(/ > (.+?) : /.exec(rest) ?? [])[1]}`);
		if (verb === 'split') {
			said.add(`retired: ${was(left)}`);
			for (const heir of right.split(' + ')) {
				said.add(`split: ${was(left)} > ${is(heir)}`);
				said.add(`added: ${heir}`);
			}
		}
		if (verb === 'merge') {
			said.add(`added: ${right}`);
			for (const old of left.split(' + ')) {
				said.add(`retired: ${was(old)}`);
				said.add(`merged: ${was(old)} > ${is(right)}`);
			}
		}
	}
	return said;
}

/** A difference in the same words. */
function told(changes: readonly HeadingChange[]): Set<string> {
	return new Set(
		changes.flatMap(({ kinds, from, to }) =>
			kinds.map((kind) => {
				if (kind === 'added') return `added: ${to?.label}`;
				return kind === 'renamed' || kind === 'split' || kind === 'merged'
					? `${kind}: ${from?.label} > ${to?.label}`
					: `${kind}: ${from?.label}`;
			})
		)
	);
}

/**
 * What follows from the changes without being written: what stood under a heading that ended stands under its successor,
 * what ends has it in its notes, and an entry term that became a heading is a part that was split off.
 */
const follows = (said: Set<string>, all: readonly HeadingChange[]) => (one: string) => {
	const [kind, label] = one.split(': ');
	if (kind === 'noteChanged') return said.has(`retired: ${label}`);
	if (kind === 'moved') {
		const change = all.find(({ kinds, from }) => kinds.includes('moved') && from?.label === label);
		return change?.broader?.before.some((above) => said.has(`retired: ${above}`));
	}
	return kind === 'split' && said.has(`added: ${label.split(' > ')[1]}`);
};

describe.each(DEMO_INDEXES.map(({ code }) => [code]))('the later edition of %s', (code) => {
	it('differs by what was written, and by what follows from it', async () => {
		const { changes } = differenceOf(await readEdition(code, 'first'), await readEdition(code, 'later'));
		const said = written(code);
		const found = told(changes);
		expect(said.size).toBeGreaterThan(26);
		expect([...said].filter((one) => !found.has(one))).toEqual([]);
		expect([...found].filter((one) => !said.has(one)).filter((one) => !follows(said, changes)(one))).toEqual(
			[]
		);
	});

	it('differs by the same where every identifier is another', async () => {
		const before = await readEdition(code, 'first');
		const by = differenceOf(before, await readEdition(code, 'later'));
		const other = differenceOf(before, await readEdition(code, 'later', true));
		// That an identifier is another is told of each heading; by label and entry term the rest must be the same.
		const known = told(by.changes);
		const anew = [...told(other.changes)].filter((one) => {
			const [, from, to] = /^renamed: (.+) > (.+)$/.exec(one) ?? [];
			return from === undefined || from !== to;
		});
		const right = anew.filter((one) => known.has(one)).length;
		expect(right / anew.length).toBeGreaterThanOrEqual(0.98);
		expect(right / known.size).toBeGreaterThanOrEqual(0.98);
	});

	it('read backwards, adds what was retired and takes away what was added', async () => {
		const [first, later] = [await readEdition(code, 'first'), await readEdition(code, 'later')];
		const [on, back] = [differenceOf(first, later), differenceOf(later, first)];
		expect(back.headings).toEqual({
			before: on.headings.after,
			after: on.headings.before,
			both: on.headings.both
		});
		expect(back.counts.renamed).toBe(on.counts.renamed);
		expect(back.counts.added).toBe(on.counts.retired);
	});
});
