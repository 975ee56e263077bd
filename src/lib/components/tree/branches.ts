import type { HeadingLine, HeadingRef } from '$lib/server/browse';

/** One visible row of a branching tree. */
export interface Branch {
	/** The way from the root, so that a heading reached twice has two rows. */
	path: string;
	heading: HeadingRef & Partial<HeadingLine>;
	depth: number;
	/** Row of the branch it hangs on; -1 for the root. */
	parent: number;
	/** Undefined where nothing lies further out. */
	open?: boolean;
	/** First and last among its siblings, for the tree pattern. */
	place: number;
	siblings: number;
}

/**
 * The ways up from a heading as a tree that grows away from it: the broader headings first, each followed by what is
 * broader still. A heading on several paths has a row on each.
 */
export function broaderBranches(paths: readonly (readonly HeadingRef[])[]): Branch[] {
	interface Node {
		heading: HeadingRef;
		above: Map<string, Node>;
	}
	const root = new Map<string, Node>();
	for (const path of paths) {
		let level = root;
		for (const heading of path.slice(0, -1).reverse()) {
			let node = level.get(heading.id);
			if (!node) {
				node = { heading, above: new Map() };
				level.set(heading.id, node);
			}
			level = node.above;
		}
	}
	const rows: Branch[] = [];
	const walk = (level: Map<string, Node>, depth: number, parent: number, path: string) => {
		[...level.values()].forEach((node, i) => {
			const own = `${path}/${node.heading.id}`;
			const at = rows.length;
			const open = node.above.size > 0 ? true : undefined;
			rows.push({
				path: own,
				heading: node.heading,
				depth,
				parent,
				open,
				place: i + 1,
				siblings: level.size
			});
			walk(node.above, depth + 1, at, own);
		});
	};
	walk(root, 0, -1, '');
	return rows;
}

/** The narrower headings as far as they are open. A heading met again below itself is shown and not opened. */
export function narrowerBranches(
	roots: readonly HeadingLine[],
	opened: ReadonlySet<string>,
	children: ReadonlyMap<string, readonly HeadingLine[]>
): Branch[] {
	const rows: Branch[] = [];
	const walk = (
		level: readonly HeadingLine[],
		depth: number,
		parent: number,
		path: string,
		above: readonly string[]
	) => {
		level.forEach((heading, i) => {
			const own = `${path}/${heading.id}`;
			const repeats = above.includes(heading.id);
			const open = heading.narrowerCount > 0 && !repeats ? opened.has(own) : undefined;
			const at = rows.length;
			rows.push({ path: own, heading, depth, parent, open, place: i + 1, siblings: level.length });
			if (open) walk(children.get(heading.id) ?? [], depth + 1, at, own, [...above, heading.id]);
		});
	};
	walk(roots, 0, -1, '', []);
	return rows;
}
