// The production server: `npm start`, or `node server.mjs` from any folder, once the application is built.
// PORT, HOST, ORIGIN and DATABASE_URL come from the environment.
import http from 'node:http';
import process from 'node:process';
import compression from 'compression';
import { isForUs, ownHeaders } from './own-host.mjs';

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

/** A request may take so long to arrive, in milliseconds. */
const LONGEST_REQUEST = 15 * 60_000;
/** Requests under way get so long when the server stops, in milliseconds. */
const LONGEST_ANSWER = 6_000;

/**
 * Pages and data go out compressed. What is said as it happens is not held back for that; files of the application stand
 * there compressed.
 */
const compress = compression({
	filter: (request, response) =>
		!String(response.getHeader('content-type')).startsWith('text/event-stream') &&
		compression.filter(request, response)
});

/** The path of an address; undefined where it cannot be read at all: the handler takes for granted that it can. */
function pathOf(address) {
	try {
		const { pathname } = new URL(address, 'http://localhost');
		decodeURIComponent(pathname);
		return pathname;
	} catch {
		return undefined;
	}
}

const inWords = (code, message) => JSON.stringify({ error: { code, message } });

function refuse(response, status, code, message) {
	response.writeHead(status, { 'content-type': 'application/json' });
	response.end(inWords(code, message));
}

const server = http.createServer((request, response) => {
	for (const [name, value] of Object.entries(ownHeaders())) response.setHeader(name, value);
	const path = pathOf(request.url);
	if (path === undefined)
		return refuse(
			response,
			400,
			'malformed-address',
			'The address holds a % that begins no character, or is none.'
		);
	const host = request.headers.host ?? '';
	if (!isForUs(host, path))
		return refuse(response, 421, 'foreign-host', `This server does not answer under the name “${host}”.`);
	compress(
		/** @type {any} */ (request),
		/** @type {any} */ (response),
		() => void handler(request, response)
	);
});

/** @type {Record<string, [string, string, string]>} */
const TROUBLES = {
	HPE_HEADER_OVERFLOW: [
		'431 Request Header Fields Too Large',
		'too-large',
		'The address or a header is longer than is taken.'
	],
	ERR_HTTP_REQUEST_TIMEOUT: [
		'408 Request Timeout',
		'too-slow',
		`The request had not arrived after ${LONGEST_REQUEST / 60_000} minutes. Nothing was changed; bring less at a time, or over a faster line.`
	],
	other: ['400 Bad Request', 'malformed-request', 'This is no request of HTTP.']
};

/** What the protocol itself cannot take, such as an address of megabytes. */
server.on('clientError', (error, socket) => {
	if (!socket.writable) return socket.destroy();
	const [status, code, message] =
		TROUBLES[/** @type {NodeJS.ErrnoException} */ (error).code ?? ''] ?? TROUBLES.other;
	const body = inWords(code, message);
	socket.end(
		`HTTP/1.1 ${status}\r\ncontent-type: application/json\r\ncontent-length: ${Buffer.byteLength(body)}\r\nconnection: close\r\n\r\n${body}`
	);
});

// A file of hundreds of megabytes comes over a slow line for minutes; what asks must be said soon all the same.
server.requestTimeout = LONGEST_REQUEST;
server.headersTimeout = 60_000;
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
