/**
 * What is probably wrong with a strategy, each finding with its effect and the command that mends it. After the published
 * guideline for peer review of search strategies (2015): translation of the question, operators, subject headings, text
 * words, spelling, limits.
 */
import { cellState, type Command, type Inquiry, takePredecessors } from '../crosswalk';
import type { PickFacts } from '../crosswalk/facts';
import { counted, fold, stemOf } from '../text';
import {
	labelOfTest,
	settingsOf,
	type Block,
	type Line,
	type LineYield,
	type Strategy,
	type Yields
} from '../search';

export interface StrategyFinding {
	rule: string;
	/** Where: a concept, a line of it, or the field of a limit, as far as each is meant. */
	place: { concept?: string; line?: string; limit?: string };
	/** Records more, or fewer, that mending it finds. */
	effect: number;
	text: string;
	mend?: Command;
}

/** What tells a finding from the others of its index, also when its numbers change. */
export function nameOfFinding({ rule, place: { concept, line, limit }, mend }: StrategyFinding): string {
	const word = mend?.kind === 'word.add' ? mend.text : '';
	return [rule, concept, line, limit, word].map((part) => part ?? '').join(' · ');
}

export interface Checked {
	inquiry: Inquiry;
	code: string;
	strategy: Strategy;
	yields: Yields;
	/** Facts of picks, by pick. */
	facts: Readonly<Record<string, PickFacts>>;
	/** Spellings, plurals and entry terms that the index has and a concept has not, with what adding each would bring. */
	offers: readonly { concept: string; text: string; kind: string; of: string; adds: number }[];
	/** Words that nobody has, with what they may have been meant as. */
	corrections: Readonly<Record<string, string>>;
	/** Forms of a stem that share no more than its letters with what it stands for, by line, with what the word as it is would find instead. */
	strayStems: readonly { line: string; concept: string; text: string; forms: string[]; without: number }[];
	/** Pearls that are missed, with what keeps each out. */
	missed: readonly { blocks: readonly string[]; exclusions: readonly string[] }[];
	/** By heading, the year it was introduced. */
	introduced: ReadonlyMap<string, number>;
	/** By line, how many records what came before its heading would add. */
	earlier: Readonly<Record<string, number>>;
	/** Label of the edition in use. */
	edition: string;
	limitLabel: (field: string) => string;
}

/** Every finding, those with the largest effect first. O(lines + picks + offers + pearls). */
export function checkStrategy(checked: Checked): StrategyFinding[] {
	const { strategy } = checked;
	const findings = [
		...strategy.blocks.flatMap((block) => [
			...ofBlock(checked, block),
			...block.lines.filter(({ off }) => !off).flatMap((line) => ofLine(checked, block, line))
		]),
		...ofLimits(checked),
		...ofPearls(checked),
		...checked.strayStems.map(({ line, concept, text, forms, without }): StrategyFinding => ({
			rule: 'stem-strays',
			place: { concept, line },
			effect: without - checked.yields.count,
			text: `“${text}” also finds ${forms.map((form) => `“${form}”`).join(', ')}, which seem to be about something else.`,
			mend: { kind: 'word.set', id: line, text: text.replaceAll('*', '') }
		})),
		...checked.offers.map(({ concept, text, kind, of, adds }): StrategyFinding => ({
			rule: kind === 'entry term' ? 'entry-term-missing' : 'spelling-missing',
			place: { concept },
			effect: adds,
			text:
				kind === 'entry term'
					? `“${text}”${fold(text) === fold(of) ? '' : `, an entry term of ${of},`} occurs in the index and is not among the words.`
					: `The index has “${text}”, another form of “${of}”, and the strategy has not.`,
			mend: { kind: 'word.add', id: `check ${concept} ${text}`, conceptId: concept, text }
		}))
	];
	return findings.sort((a, b) => Math.abs(b.effect) - Math.abs(a.effect));
}

function ofBlock({ inquiry, code, yields }: Checked, { id, name, lines, status }: Block): StrategyFinding[] {
	if (status !== 'required' || !inquiry.concepts[id]) return [];
	const place = { concept: id };
	const on = lines.filter(({ off }) => !off);
	const has = (kind: Line['kind']) => on.some((line) => line.kind === kind);
	const own = yields.blocks.find((block) => block.id === id);
	const found: StrategyFinding[] = [];
	const add = (rule: string, text: string, effect = 0) => found.push({ rule, place, effect, text });
	if (cellState(inquiry, id, code) === 'undecided')
		add('undecided', `“${name}” is undecided here: its words stand in for headings.`);
	else if (has('word') && !has('heading') && cellState(inquiry, id, code) === 'picks')
		add('words-only', `“${name}” is searched by words alone though headings are picked for it.`);
	if (has('heading') && !has('word'))
		add('headings-only', `“${name}” is searched by headings alone: what is not tagged yet is not found.`);
	if (own && yields.count === 0 && own.without > 0)
		add('block-empties', `“${name}” alone keeps everything out.`, own.without);
	return found;
}

function ofLine(checked: Checked, block: Block, line: Line): StrategyFinding[] {
	const { yields, inquiry, facts, corrections, introduced, strategy, code } = checked;
	const own = yields.blocks.find(({ id }) => id === block.id)?.lines.find(({ id }) => id === line.id);
	if (!own || line.kind === 'expression') return [];
	const place = { concept: block.id, line: line.id };
	const found: StrategyFinding[] = [];
	const leaveOut = (): Command => ({
		kind: 'strategy.set',
		indexCode: code,
		off: [...settingsOf(inquiry, code).off, line.id]
	});
	const changed = (change: LineYield['changed'][number]['change']) =>
		own.changed.find((one) => one.change === change)?.count;
	const name = line.kind === 'heading' ? labelOfTest(line.test) : `“${line.test.text}”`;
	if (own.all === 0) {
		const correction = line.kind === 'word' ? corrections[line.test.text] : undefined;
		found.push({
			rule: correction === undefined ? 'finds-nothing' : 'misspelt',
			place,
			effect: 0,
			text: correction === undefined ? `${name} finds nothing.` : `${name} finds nothing; perhaps “${correction}” is meant.`, // prettier-ignore
			mend: correction === undefined ? leaveOut() : { kind: 'word.set', id: line.id, text: correction }
		});
	} else if (own.only === 0 && own.loss === 0 && own.gain === 0 && block.lines.filter(({ off }) => !off).length > 1)
		found.push({ rule: 'brings-nothing', place, effect: 0, text: `${name} brings nothing that other lines do not find.`, mend: leaveOut() }); // prettier-ignore
	if (line.kind !== 'heading') return found;
	const { test } = line;
	const isPick = inquiry.picks[line.id] !== undefined;
	const wider = changed('narrower');
	if (!test.withNarrower && wider !== undefined && wider > yields.count && isPick)
		found.push({
			rule: 'narrower-not-taken',
			place,
			effect: wider - yields.count,
			text: `The headings below ${name} are left out.`,
			mend: { kind: 'pick.set', id: line.id, withNarrower: true }
		});
	const unmarked = changed('chief');
	if (test.chief && unmarked !== undefined && unmarked > yields.count && isPick)
		found.push({
			rule: 'chief-only',
			place,
			effect: unmarked - yields.count,
			text: `Chief only costs ${counted(unmarked - yields.count, 'record')} at ${name}.`,
			mend: { kind: 'pick.set', id: line.id, chief: false }
		});
	for (const flag of facts[line.id]?.flags ?? []) {
		if (flag.kind === 'retired' || flag.kind === 'gone')
			found.push({ rule: 'retired-heading', place, effect: -own.loss, text: `${flag.label} is ${flag.kind === 'gone' ? 'not in the current edition' : 'retired'}.` }); // prettier-ignore
		if (flag.kind === 'late')
			found.push({
				rule: 'introduced-later',
				place,
				effect: checked.earlier[line.id] ?? 0,
				text: `${flag.label} was introduced in ${flag.year}, and the search begins in ${flag.from}; ${flag.before.map((heading) => heading.label).join(', ')} ${flag.before.length === 1 ? 'carries' : 'carry'} the years before.`,
				mend: takePredecessors(inquiry.picks[line.id], flag.before, checked.edition)
			});
		if (flag.kind === 'covered')
			found.push({ rule: 'covered', place, effect: 0, text: `Another pick finds all that ${name} finds.`, mend: leaveOut() }); // prettier-ignore
	}
	const from = strategy.lifted ? undefined : strategy.limits.find(({ field }) => field === 'dc.date')?.from;
	for (const { uri, label } of test.headings) {
		const year = introduced.get(uri);
		const isTold = facts[line.id]?.flags.some((flag) => flag.kind === 'late');
		if (!isTold && from !== undefined && year !== undefined && year > from)
			found.push({ rule: 'introduced-later', place, effect: 0, text: `${label} was introduced in ${year}, and the search begins in ${from}: what is older is tagged otherwise.` }); // prettier-ignore
	}
	return found;
}

function ofLimits({ yields, limitLabel }: Checked): StrategyFinding[] {
	return yields.limits
		.filter(({ notLabelled }) => notLabelled > 0)
		.map(({ field, notLabelled }) => ({
			rule: 'limit-drops-unlabelled',
			place: { limit: field },
			effect: notLabelled,
			text: `The limit on ${limitLabel(field)} drops ${counted(notLabelled, 'record')} not labelled at all.`
		}));
}

function ofPearls({ strategy, missed, yields }: Checked): StrategyFinding[] {
	const findings: StrategyFinding[] = [];
	for (const { id, name, status } of strategy.blocks) {
		const own = yields.blocks.find((block) => block.id === id);
		const without = own ? own.without - yields.count : 0;
		if (status === 'exclude') {
			const lost = missed.filter(({ exclusions }) => exclusions.includes(id)).length;
			if (lost > 0)
				findings.push({
					rule: 'exclusion-loses-pearls',
					place: { concept: id },
					effect: without,
					text: `Leaving out “${name}” takes away ${lost === 1 ? 'a pearl' : `${lost} pearls`}.`,
					mend: { kind: 'concept.set', id, status: 'waiting' }
				});
			continue;
		}
		const alone = missed.filter(({ blocks, exclusions }) => blocks.length === 1 && blocks[0] === id && exclusions.length === 0).length; // prettier-ignore
		if (alone >= 2 && 2 * alone >= missed.length)
			findings.push({ rule: 'block-loses-pearls', place: { concept: id }, effect: without, text: `“${name}” alone keeps out ${alone} of ${missed.length} missed pearls.` }); // prettier-ignore
	}
	return findings;
}

/** A form that fewer records have than this share of all that the stem finds is not worth a finding. */
const LEAST_SHARE = 0.05;

/**
 * Of the forms that a stem matches, those that are of another word: they do not come down to the stem of the form that most
 * records have. O(forms).
 * @param forms most records first
 */
export function strayForms(forms: readonly { form: string; records: number }[]): string[] {
	if (forms.length === 0) return [];
	const all = forms.reduce((sum, { records }) => sum + records, 0);
	const [{ form: first }] = forms;
	const stem = stemOf(first);
	return forms
		.filter(({ form, records }) => stemOf(form) !== stem && records >= LEAST_SHARE * all)
		.map(({ form }) => form);
}
