import { SvelteMap } from 'svelte/reactivity';
import { ask } from '$lib/client/ask';
import type { ListedWork } from '$lib/server/reading';

const AT_ONCE = 100;

/** Works in full, asked for a few at a time ahead of whoever reads. */
export class ListedWorks {
	failed = $state(false);
	private readonly works = new SvelteMap<string, ListedWork>();
	private readonly asked = new Set<string>();

	constructor(private readonly inquiryId: string) {}

	of(id: string): ListedWork | undefined {
		return this.works.get(id);
	}

	/** Something of them was changed: they are asked for anew. */
	forget(ids: readonly string[]): void {
		for (const id of ids) this.asked.delete(id);
		void this.want(ids);
	}

	/** As many as there are, so many at a time as are answered at once. */
	async wantAll(ids: readonly string[]): Promise<void> {
		for (let from = 0; from < ids.length; from += AT_ONCE) await this.want(ids.slice(from, from + AT_ONCE));
	}

	async want(ids: readonly string[]): Promise<void> {
		const fresh = ids.filter((id) => !this.asked.has(id));
		if (fresh.length === 0) return;
		for (const id of fresh) this.asked.add(id);
		const query = new URLSearchParams({ ids: fresh.join(',') });
		const { value, fault } = await ask<ListedWork[]>(
			`/inquiry/${this.inquiryId}/reading-list/works?${query}`
		);
		this.failed = fault !== undefined;
		if (fault) for (const id of fresh) this.asked.delete(id);
		else for (const work of value) this.works.set(work.id, work);
	}
}
