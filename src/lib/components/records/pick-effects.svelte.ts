import { ask } from '$lib/client/ask';
import type { Command, Concept } from '$core/crosswalk';
import type { ChangePrices } from '$lib/server/search';
import { freshId, type InquiryStore } from '../inquiry/inquiry-store.svelte';

interface Wanted {
	heading: { uri: string; label: string };
	concept: Concept;
}

/** What picking headings for concepts would add to what the strategy of an index finds, as far as it has been asked for. */
export class PickEffects {
	private known = $state.raw<ReadonlyMap<string, number>>(new Map());

	constructor(
		private readonly store: InquiryStore,
		private readonly code: string
	) {}

	/** Nothing as long as it is not known, or where picking changes nothing that is searched. */
	of({ uri }: { uri: string }, { id }: Concept): number | undefined {
		return this.known.get(nameOf(this.store.revision, uri, id));
	}

	async ask(wanted: readonly Wanted[]): Promise<void> {
		const { revision } = this.store;
		const open = wanted.filter(
			({ heading, concept }) =>
				concept.status !== 'waiting' && !this.known.has(nameOf(revision, heading.uri, concept.id))
		);
		if (open.length === 0) return;
		const each = open.map(({ heading: { uri, label }, concept }): Command => ({
			kind: 'pick.add',
			id: freshId(),
			conceptId: concept.id,
			indexCode: this.code,
			edition: '',
			headings: [{ uri, label }]
		}));
		const at = `/inquiry/${this.store.id}/strategy/${this.code}/prices`;
		const { value } = await ask<ChangePrices>(at, { body: { each } });
		if (!value) return;
		const known = new Map(this.known);
		open.forEach(({ heading, concept }, i) => {
			const count = value.counts[i];
			if (count !== null) known.set(nameOf(revision, heading.uri, concept.id), count - value.count);
		});
		this.known = known;
	}
}

const nameOf = (revision: number, uri: string, concept: string) => `${revision} ${concept} ${uri}`;
