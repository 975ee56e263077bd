// The production server: `npm start`, or `node server.mjs` from any folder, once the application is built.
// PORT, HOST, ORIGIN and DATABASE_URL come from the environment.
import http from 'node:http';
import process from 'node:process';

// What the built application reads when it is loaded: its bodies are bounded by itself, where they are read.
process.env.BODY_SIZE_LIMIT ??= 'Infinity';
const built = new URL('./build/handler.js', import.meta.url).href;
const { handler } = await import(built);

const { PORT = '3000', HOST = '127.0.0.1' } = process.env;
// Without accounts whoever reaches it may do everything: it answers this machine alone.
if (process.env.OAKMOSS_ACCOUNTS !== 'on' && !['127.0.0.1', '::1', 'localhost'].includes(HOST)) {
	console.error(
		`Oakmoss cannot listen on ${HOST}: without accounts it answers 127.0.0.1 alone. Set OAKMOSS_ACCOUNTS=on to serve others.`
	);
	process.exit(1);
}

/** Requests under way get so long when the server stops, in milliseconds. */
const LONGEST_ANSWER = 6_000;

/** Whether an address can be read at all; the handler takes that for granted. */
function isReadable(address) {
	try {
		decodeURIComponent(new URL(address, 'http://localhost').pathname);
		return true;
	} catch {
		return false;
	}
}

const MALFORMED = JSON.stringify({
	error: { code: 'malformed-address', message: 'The address holds a % that begins no character, or is none.' }
});

const server = http.createServer((request, response) => {
	if (isReadable(request.url)) return void handler(request, response);
	response.writeHead(400, { 'content-type': 'application/json', 'x-content-type-options': 'nosniff' });
	response.end(MALFORMED);
});

server.listen(Number(PORT), HOST, () => console.log(`Listening on http://${HOST}:${PORT}`));
server.on('error', (error) => {
	console.error(`Oakmoss cannot listen on ${HOST}:${PORT}: ${error.message}`);
	process.exit(1);
});

let isStopping = false;
function stop(reason) {
	if (isStopping) return;
	isStopping = true;
	// What waits for nothing is let go at once; what is under way is answered, and let go then.
	server.close(() => process.emit(/** @type {any} */ ('sveltekit:shutdown'), reason));
	server.closeIdleConnections();
	const idle = setInterval(() => server.closeIdleConnections(), 100);
	const longest = setTimeout(() => server.closeAllConnections(), LONGEST_ANSWER);
	server.once('close', () => {
		clearInterval(idle);
		clearTimeout(longest);
	});
}
process.on('SIGTERM', () => stop('SIGTERM'));
process.on('SIGINT', () => stop('SIGINT'));
