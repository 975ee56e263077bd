/** The headings of a result that stand out, in an order that stays while they are considered. */
import type { Composition, ComposedValue } from '$lib/server/reading';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { standingOf, type Standing } from './standing';

export interface StandingValue {
	value: ComposedValue;
	standing: Standing;
}

export class WorthList {
	/** In the order in which they came, so that a row that is picked does not jump from under the keys. */
	private places = $state.raw<ReadonlySet<string>>(new Set());
	/** More often here than in the index, the surest first. */
	readonly over = $derived.by(() =>
		(this.composition()?.dimensions[0]?.values ?? []).filter((value) => value.over)
	);
	private readonly standings: StandingValue[] = $derived.by(() =>
		this.over.map((value) => ({ value, standing: standingOf(this.store(), this.indexCode(), value) }))
	);
	/** Those that were not considered when they came. */
	readonly open = $derived.by(() => this.standings.filter(({ value }) => this.places.has(value.key)));
	readonly resting = $derived.by(() => this.standings.filter(({ value }) => !this.places.has(value.key)));
	/** The longest bar, as a share. */
	readonly longest = $derived.by(() => {
		const { count = 1, of = 1 } = this.composition() ?? {};
		return Math.max(
			0,
			...this.over.map((value) => Math.max(value.count / (count || 1), value.all / (of || 1)))
		);
	});

	constructor(
		private readonly composition: () => Composition | undefined,
		private readonly store: () => InquiryStore,
		private readonly indexCode: () => string
	) {
		$effect(() => {
			const fresh = this.standings.filter(
				({ standing }) => standing.kind === 'new' || standing.kind === 'aside'
			);
			if (this.places.size === 0 && fresh.length > 0)
				this.places = new Set(fresh.map(({ value }) => value.key));
		});
	}

	find(key: string): ComposedValue | undefined {
		return this.over.find((value) => value.key === key);
	}
}
