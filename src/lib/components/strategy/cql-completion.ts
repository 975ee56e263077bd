/** What a person may want to write next in a strategy as CQL. */
import { number } from '../parts/numbers';
import type { Completion, CompletionContext, CompletionResult } from '@codemirror/autocomplete';
import { quote, WORD_FIELDS } from '$core/search';
import type { StrategyView } from '$lib/server/search';

/** What there is to choose from. */
export interface Offered {
	limits: () => Pick<StrategyView['limits'][number], 'field' | 'label' | 'kind' | 'says' | 'counts'>[];
	/** Headings whose labels or entry terms match what is typed. */
	headings: (typed: string) => Promise<{ label: string; detail: string }[]>;
}

const MODIFIERS: Completion[] = [
	{ label: '/oak.narrower', detail: 'with narrower headings' },
	{ label: '/oak.without=""', detail: 'without a branch' },
	{ label: '/oak.chief', detail: 'chief headings only' },
	{ label: '/oak.aspect=""', detail: 'under an aspect' }
];
const OPERATORS: Completion[] = ['and', 'or', 'not'].map((label) => ({ label, type: 'keyword' }));

function fields(limits: ReturnType<Offered['limits']>): Completion[] {
	return [
		{ label: 'dc.subject = ', detail: 'a heading' },
		...Object.values(WORD_FIELDS).map((name) => ({ label: `${name} = `, detail: 'words' })),
		...limits.map(({ field, label, kind }) => ({
			label: `${field} ${kind === 'number' ? '>=' : '='} `,
			detail: label
		}))
	];
}

/** What may stand at the cursor: a heading inside dc.subject, a value of a limit, or a field, an operator, a modifier. */
export async function complete(
	context: CompletionContext,
	options: Offered
): Promise<CompletionResult | null> {
	const line = context.state.sliceDoc(Math.max(0, context.pos - 400), context.pos);
	const subject = /dc\.subject\s*=[^"]*(?:"[^"]*"[^"]*)*?\s*"([^"]*)$/.exec(line);
	if (subject) {
		const found = await options.headings(subject[1]);
		return {
			from: context.pos - subject[1].length,
			filter: false,
			options: found.map(({ label, detail }) => ({ label, detail, apply: label.replace(/[\\"]/g, '\\$&') }))
		};
	}
	const limit = options
		.limits()
		.find(({ field }) => new RegExp(`${field.replace('.', '\\.')}\\s*=\\s*"?[^"=]*$`).test(line));
	if (limit && limit.counts.length > 0) {
		const typed = /=\s*("?[^"=]*)$/.exec(line)?.[1] ?? '';
		return {
			from: context.pos - typed.length,
			options: limit.counts.map(({ value, size }) => ({
				label: limit.kind === 'choice' ? quote(value) : value,
				detail: size === undefined ? (limit.says?.[value] ?? '') : number(size)
			}))
		};
	}
	const modifier = context.matchBefore(/\/[\w.]*/);
	if (modifier) return { from: modifier.from, options: MODIFIERS };
	const word = context.matchBefore(/[\w.]+/);
	if (!word && !context.explicit) return null;
	return { from: word?.from ?? context.pos, options: [...fields(options.limits()), ...OPERATORS] };
}
