/** Branches below a heading that are open, each with its narrower headings, which are read when it is opened first. */
import type { HeadingLine } from '$lib/server/browse';
import { ask } from '$lib/client/ask';
import { messages } from '../messages/messages.svelte';
import type { Branch } from '../tree/branches';

export class OpenedBranches {
	opened = $state<ReadonlySet<string>>(new Set());
	children = $state.raw<ReadonlyMap<string, readonly HeadingLine[]>>(new Map());

	constructor(private readonly indexCode: () => string) {}

	close(): void {
		this.opened = new Set();
		this.children = new Map();
	}

	async toggle({ path, open, heading }: Branch): Promise<void> {
		if (open) {
			this.opened = new Set([...this.opened].filter((other) => other !== path));
			return;
		}
		if (!this.children.has(heading.id)) {
			const query = new URLSearchParams({ heading: heading.id });
			const { value, fault } = await ask<HeadingLine[]>(`/indexes/${this.indexCode()}/narrower?${query}`);
			if (fault)
				return void messages.warn(
					`The narrower headings of ${heading.label} could not be read. Try again in a moment.`
				);
			this.children = new Map(this.children).set(heading.id, value);
		}
		this.opened = new Set(this.opened).add(path);
	}
}
