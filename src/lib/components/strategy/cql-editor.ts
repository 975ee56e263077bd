/** The text editor of a strategy: CQL with completion, and the place of a fault underlined. */
import {
	autocompletion,
	type Completion,
	type CompletionContext,
	type CompletionResult
} from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { lintGutter, setDiagnostics } from '@codemirror/lint';
import { Compartment, EditorState } from '@codemirror/state';
import { EditorView, keymap, placeholder } from '@codemirror/view';
import { quote, WORD_FIELDS } from '$core/search';
import type { StrategyView, TextFault } from '$lib/server/records/search';

interface Options {
	parent: HTMLElement;
	text: string;
	limits: () => StrategyView['limits'];
	/** Headings whose labels or entry terms match what is typed. */
	headings: (typed: string) => Promise<{ label: string; detail: string }[]>;
	onChange: (text: string) => void;
	onKeep: () => void;
}

const MODIFIERS: Completion[] = [
	{ label: '/oak.narrower', detail: 'with narrower headings' },
	{ label: '/oak.without=""', detail: 'without a branch' },
	{ label: '/oak.chief', detail: 'chief headings only' },
	{ label: '/oak.aspect=""', detail: 'under an aspect' }
];
const OPERATORS: Completion[] = ['and', 'or', 'not'].map((label) => ({ label, type: 'keyword' }));

function fields(limits: StrategyView['limits']): Completion[] {
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
async function complete(context: CompletionContext, options: Options): Promise<CompletionResult | null> {
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
				detail: size.toLocaleString('en')
			}))
		};
	}
	const modifier = context.matchBefore(/\/[\w.]*/);
	if (modifier) return { from: modifier.from, options: MODIFIERS };
	const word = context.matchBefore(/[\w.]+/);
	if (!word && !context.explicit) return null;
	return { from: word?.from ?? context.pos, options: [...fields(options.limits()), ...OPERATORS] };
}

export class CqlEditor {
	private readonly view: EditorView;
	private readonly editable = new Compartment();

	constructor(options: Options) {
		this.view = new EditorView({
			parent: options.parent,
			state: EditorState.create({
				doc: options.text,
				extensions: [
					history(),
					keymap.of([
						{ key: 'Mod-Enter', run: () => (options.onKeep(), true) },
						...defaultKeymap,
						...historyKeymap
					]),
					autocompletion({ override: [(context) => complete(context, options)], activateOnTyping: true }),
					lintGutter(),
					EditorView.lineWrapping,
					this.editable.of(EditorView.editable.of(true)),
					placeholder('dc.subject =/oak.narrower "…" and cql.anywhere = "…"'),
					EditorView.contentAttributes.of({ 'aria-label': 'Strategy as CQL', spellcheck: 'false' }),
					EditorView.updateListener.of((update) => {
						if (update.docChanged) options.onChange(update.state.doc.toString());
					})
				]
			})
		});
	}

	get text(): string {
		return this.view.state.doc.toString();
	}

	set text(text: string) {
		if (text === this.text) return;
		this.view.dispatch({ changes: { from: 0, to: this.view.state.doc.length, insert: text } });
	}

	/** Underlines the place of a fault, or nothing. */
	mark(fault: TextFault | null): void {
		const { length } = this.view.state.doc;
		const place = (at: number) => Math.min(Math.max(0, at), length);
		this.view.dispatch(
			setDiagnostics(
				this.view.state,
				fault
					? [
							{
								from: place(fault.position),
								to: Math.max(place(fault.position), place(fault.end)),
								severity: 'error',
								message: fault.message
							}
						]
					: []
			)
		);
	}

	/** Puts the cursor where a fault is. */
	goTo(position: number): void {
		this.view.dispatch({
			selection: { anchor: Math.min(position, this.view.state.doc.length) },
			scrollIntoView: true
		});
		this.view.focus();
	}

	destroy(): void {
		this.view.destroy();
	}
}
