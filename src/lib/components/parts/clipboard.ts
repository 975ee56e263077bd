/**
 * Puts a text into the clipboard, beside it the same as rich text where there is one.
 * @returns whether the browser let it through
 */
export function toClipboard(text: string, html?: string): boolean {
	const fill = (event: ClipboardEvent) => {
		event.preventDefault();
		event.clipboardData?.setData('text/plain', text);
		if (html !== undefined) event.clipboardData?.setData('text/html', html);
	};
	document.addEventListener('copy', fill, { once: true });
	// The newer way is kept from pages that were not sent over a safe line, as on a department's own server.
	const isDone = document.execCommand('copy');
	document.removeEventListener('copy', fill);
	return isDone;
}
