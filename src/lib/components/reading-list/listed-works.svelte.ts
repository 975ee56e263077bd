import { SvelteMap } from 'svelte/reactivity';
import { ask } from '$lib/client/ask';
import type { ListedWork } from '$lib/server/reading';

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
