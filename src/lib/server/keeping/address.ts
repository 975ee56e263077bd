/** Addresses as they can be given to others: those of the installation, where it knows its own. */
export function addressOf(path: string): string {
	const { ORIGIN, HOST = '127.0.0.1', PORT = '3000' } = process.env;
	return new URL(path, ORIGIN ?? `http://${HOST}:${PORT}`).href;
}
