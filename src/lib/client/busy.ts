/** Whether anything is still being asked for: a mark on the page, for whoever waits until it is whole. */

let under = 0;

function mark(by: number): void {
	under += by;
	// On a server there is no page.
	if ('document' in globalThis && 'documentElement' in document)
		document.documentElement.toggleAttribute('data-asking', under > 0);
}

/** Something is asked for, or will be in a moment. @returns what says that it is no longer; only its first call counts */
export function begun(): () => void {
	mark(1);
	let isOver = false;
	return () => {
		if (!isOver) mark(-1);
		isOver = true;
	};
}
