/** Changes that the server refused for good. They are kept in the browser until they are copied out and dropped. */
import type { Command } from '$core/crosswalk';

export interface Refused {
	/** What was to be done, in words. */
	summary: string;
	/** Why it was refused. */
	message: string;
	command: Command;
	at: string;
}

/** So many are kept for an inquiry; the oldest go first. */
const MOST = 50;

export class RefusedChanges {
	list = $state.raw<Refused[]>([]);
	private readonly place: string;

	constructor(inquiry: string) {
		this.place = `oakmoss.refused.${inquiry}`;
	}

	/** Takes up what was refused on an earlier visit. */
	load(): void {
		try {
			this.list = JSON.parse(localStorage.getItem(this.place) ?? '[]') as Refused[];
		} catch {
			this.list = [];
		}
	}

	add(refused: Refused): void {
		// Another window of this browser may have kept something meanwhile.
		this.load();
		this.set([...this.list, refused].slice(-MOST));
	}

	drop(refused: Refused): void {
		this.set(this.list.filter((other) => other !== refused));
	}

	dropAll(): void {
		this.set([]);
	}

	private set(list: Refused[]): void {
		this.list = list;
		if (list.length === 0) localStorage.removeItem(this.place);
		else localStorage.setItem(this.place, JSON.stringify(list));
	}
}

/** All of it as text, so that nothing typed is lost with it. */
export function asText(list: readonly Refused[]): string {
	return list
		.map(
			({ summary, message, command, at }) =>
				`${at}\n${summary}\n${message}\n${JSON.stringify(command, null, '\t')}`
		)
		.join('\n\n');
}
