import { ask } from '$lib/client/ask';
import type { Command, Concept } from '$core/crosswalk';
import type { ChangePrices } from '$lib/server/search';
import { freshId, type InquiryStore } from '../inquiry/inquiry-store.svelte';

/** What single changes would add to what the strategy of an index finds, as far as it has been asked for. */
class ChangeEffects {
	private known = $state.raw<ReadonlyMap<string, number>>(new Map());

	constructor(
		private readonly store: InquiryStore,
		protected readonly code: string
	) {}

	/** Nothing as long as it is not known, or where the change touches nothing that is searched. */
	protected effectOf(name: string, { id }: Concept): number | undefined {
		return this.known.get(this.nameOf(name, id));
	}

	protected async askFor(
		wanted: readonly { name: string; concept: Concept; command: () => Command }[]
	): Promise<void> {
		const open = wanted.filter(
			({ name, concept }) => concept.status !== 'waiting' && !this.known.has(this.nameOf(name, concept.id))
		);
		if (open.length === 0) return;
		// An answer is of the inquiry as it was when it was asked for.
		const names = open.map(({ name, concept }) => this.nameOf(name, concept.id));
		const at = `/inquiry/${this.store.id}/strategy/${this.code}/prices`;
		const { value } = await ask<ChangePrices>(at, { body: { each: open.map(({ command }) => command()) } });
		if (!value) return;
		const known = new Map(this.known);
		names.forEach((name, i) => {
			const count = value.counts[i];
			if (count !== null) known.set(name, count - value.count);
		});
		this.known = known;
	}

	private readonly nameOf = (name: string, concept: string) => `${this.store.followed} ${concept} ${name}`;
}

interface Ref {
	uri: string;
	label: string;
}

/** What picking headings for concepts would add. */
export class PickEffects extends ChangeEffects {
	of({ uri }: Pick<Ref, 'uri'>, concept: Concept): number | undefined {
		return this.effectOf(uri, concept);
	}

	ask(wanted: readonly { heading: Ref; concept: Concept }[]): Promise<void> {
		return this.askFor(
			wanted.map(({ heading: { uri, label }, concept }) => ({
				name: uri,
				concept,
				command: () => ({
					kind: 'pick.add',
					id: freshId(),
					conceptId: concept.id,
					indexCode: this.code,
					edition: '',
					headings: [{ uri, label }]
				})
			}))
		);
	}
}

/** What adding words to a concept would add. */
export class WordEffects extends ChangeEffects {
	of(text: string, concept: Concept): number | undefined {
		return this.effectOf(text, concept);
	}

	ask(texts: readonly string[], concept: Concept): Promise<void> {
		return this.askFor(
			texts.map((text) => ({
				name: text,
				concept,
				command: () => ({ kind: 'word.add', id: freshId(), conceptId: concept.id, text })
			}))
		);
	}
}
