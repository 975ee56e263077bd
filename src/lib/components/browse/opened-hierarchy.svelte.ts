import { ask } from '$lib/client/ask';
import type { HeadingLine } from '$lib/server/browse';
import { narrowerBranches, type Branch } from '../tree/branches';

/** Rows opened at once, over all levels, are bounded: more than that nobody reads. */
const MOST_OPENED = 40_000;

/** The hierarchy of an index as far as it has been read and opened. */
export class OpenedHierarchy {
	private children = $state.raw<ReadonlyMap<string, readonly HeadingLine[]>>(new Map());
	private opened = $state.raw<ReadonlySet<string>>(new Set());
	/** Headings that a filter found. */
	matched = $state.raw<ReadonlySet<string>>(new Set());
	message = $state('');
	readonly branches = $derived(narrowerBranches(this.children.get('') ?? [], this.opened, this.children));

	constructor(private readonly code: string) {}

	private async read<T>(query: string): Promise<T | undefined> {
		const { value, fault } = await ask<T>(`/indexes/${this.code}/${query}`);
		if (fault) this.message = 'The hierarchy could not be read. Try again in a moment.';
		return value;
	}

	/** @returns to how many levels it was opened */
	async openTo(levels: string): Promise<string> {
		const answer = await this.read<{ children: Record<string, HeadingLine[]>; complete: boolean }>(
			`hierarchy?depth=${levels}`
		);
		if (!answer) return levels;
		// One top heading alone says nothing of what is in the vocabulary.
		if (levels === '1' && answer.children['']?.length === 1) return this.openTo('2');
		this.message = answer.complete
			? ''
			: 'This is more than can be opened at once; the largest branches stay closed.';
		this.matched = new Set();
		const children = new Map(Object.entries(answer.children));
		const paths = new Set<string>();
		const walk = (level: readonly HeadingLine[], path: string, above: readonly string[], left: number) => {
			for (const { id } of level) {
				const below = children.get(id);
				if (!below || left <= 1 || above.includes(id) || paths.size > MOST_OPENED) continue;
				paths.add(`${path}/${id}`);
				walk(below, `${path}/${id}`, [...above, id], left - 1);
			}
		};
		walk(children.get('') ?? [], '', [], Number(levels));
		this.children = children;
		this.opened = paths;
		return levels;
	}

	/**
	 * Leaves the headings that hold a text, with the ways down to them.
	 * @param isWanted whether the answer is still waited for @returns whether it was taken
	 */
	async filter(text: string, isWanted: () => boolean): Promise<boolean> {
		const answer = await this.read<{ matches: { id: string; paths: HeadingLine[][] }[]; total: number }>(
			`hierarchy?holding=${encodeURIComponent(text)}`
		);
		if (!answer || !isWanted()) return false;
		const shown = new Map<string, Map<string, HeadingLine>>();
		const paths = new Set<string>();
		for (const { paths: ways } of answer.matches)
			for (const way of ways) {
				let path = '';
				way.forEach((line, i) => {
					const above = i === 0 ? '' : way[i - 1].id;
					shown.set(above, (shown.get(above) ?? new Map()).set(line.id, line));
					if (i > 0) paths.add(path);
					path += `/${line.id}`;
				});
			}
		this.children = new Map([...shown].map(([above, lines]) => [above, [...lines.values()]]));
		this.opened = paths;
		this.matched = new Set(answer.matches.map(({ id }) => id));
		this.message =
			answer.total === 0
				? `No heading holds “${text}”.`
				: answer.total > answer.matches.length
					? `${answer.total} headings hold “${text}”; the first ${answer.matches.length} are shown.`
					: `${answer.total} ${answer.total === 1 ? 'heading holds' : 'headings hold'} “${text}”.`;
		return true;
	}

	async toggle(branch: Branch): Promise<void> {
		if (branch.open) {
			this.opened = new Set([...this.opened].filter((path) => path !== branch.path));
			return;
		}
		const { id } = branch.heading;
		if (!this.children.has(id)) {
			const below = await this.read<HeadingLine[]>(`narrower?heading=${encodeURIComponent(id)}`);
			if (!below) return;
			this.children = new Map(this.children).set(id, below);
		}
		this.opened = new Set(this.opened).add(branch.path);
	}
}
