/** The keys of lists: one whose item in hand opens beside it, and what stands in that item. */

interface ListKeys {
	/** Place of the item in hand. */
	at: number;
	count: number;
	/** To another place; one before the first or after the last leads to another page. */
	move: (to: number) => void;
	/** What → leads into, as a selector. */
	into: string;
}

/** ↑ ↓ Home End walk a list whose item in hand opens beside it, → leads on from it. */
export function walkList(event: KeyboardEvent, { at, count, move, into }: ListKeys): void {
	act(event, {
		ArrowDown: () => move(at + 1),
		ArrowUp: () => move(at - 1),
		Home: () => move(0),
		End: () => move(count - 1),
		ArrowRight: () => document.querySelector<HTMLElement>(into)?.focus()
	});
}

/**
 * ↑ ↓ walk what is near the item in hand, whatever stands between; ← leads back.
 * @param before what ↑ leads to from the first of it, as a selector; its last one
 * @param back what ← leads to, as a selector
 */
export function walkNear(event: KeyboardEvent, { before, back }: { before?: string; back: string }): void {
	const own = (event.target as HTMLElement).closest<HTMLElement>('[data-near]');
	if (!own) return;
	const all = (what: string) => [...document.querySelectorAll<HTMLElement>(what)];
	const near = all('[data-near]');
	const at = near.indexOf(own);
	act(event, {
		ArrowDown: () => near[at + 1]?.focus(),
		ArrowUp: () => (near[at - 1] ?? (before ? all(before).at(-1) : undefined))?.focus(),
		ArrowLeft: () => all(back)[0]?.focus()
	});
}

function act(event: KeyboardEvent, moves: Record<string, () => void>): void {
	if (!moves[event.key] || event.ctrlKey || event.metaKey || event.altKey) return;
	event.preventDefault();
	moves[event.key]();
}
