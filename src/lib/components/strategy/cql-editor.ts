/** The text editor of a strategy: CQL with completion, and the place of a fault underlined. */
import { autocompletion } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { setDiagnostics } from '@codemirror/lint';
import { Compartment, EditorState } from '@codemirror/state';
import { EditorView, keymap, placeholder } from '@codemirror/view';
import type { TextFault } from '$lib/server/search';
import { complete, type Offered } from './cql-completion';

interface Options extends Offered {
	parent: HTMLElement;
	text: string;
	onChange: (text: string) => void;
	onKeep: () => void;
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
