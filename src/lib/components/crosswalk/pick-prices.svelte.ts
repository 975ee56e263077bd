import { ask } from '$lib/client/ask';
import type { Pick, PickedHeading } from '$core/crosswalk';
import type { Prices } from '$core/search';
import { number } from '../parts/numbers';

/** What the switches of a pick would make it find, asked for anew whenever it, or what is asked about, changes. */
export class PickPrices {
	prices = $state.raw<Prices | undefined>();

	constructor(
		pick: () => Pick,
		/** Aspects and branches that could be switched. Nothing is asked where the index has no records. */
		wanted: () => { aspects: readonly string[]; cuts: readonly PickedHeading[] } | undefined
	) {
		const body = $derived.by(() => {
			const asked = wanted();
			if (!asked) return undefined;
			const { headings, withNarrower, cuts, chief, aspects } = pick();
			const test = { headings, withNarrower, cuts, chief, aspects };
			return JSON.stringify({ test, ...asked });
		});
		$effect(() => {
			if (!body) return;
			let stale = false;
			const at = `/indexes/${pick().indexCode}/prices`;
			void ask<Prices>(at, { body: JSON.parse(body) }).then(({ value }) => {
				if (!stale && value) this.prices = value;
			});
			return () => (stale = true);
		});
	}

	/** "299 → 952"; empty as long as it is not known. */
	says(then: number | undefined): string {
		return this.prices && then !== undefined ? `${number(this.prices.now)} → ${number(then)}` : '';
	}
}
