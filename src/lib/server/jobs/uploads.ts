/** Files that are sent: taken in piece by piece, up to a bound. */
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { ServiceError } from '../errors';

/** The largest file taken, in bytes; stated in the interface and the documentation. */
export const MOST_BYTES = Number(process.env.OAKMOSS_MAX_UPLOAD) || 512 * 2 ** 20;
/** Uploads lie in folders named so, with the number of the process that works on them. */
export const FOLDER = 'oakmoss-import-';

export interface Upload {
	indexCode: string;
	contentType: string;
	length: number | undefined;
	body: ReadableStream<Uint8Array> | null;
}

/** An upload as a request brings it. */
export function uploadOf(indexCode: string, { headers, body }: Request): Upload {
	const length = headers.get('content-length');
	return {
		indexCode,
		contentType: headers.get('content-type') ?? '',
		length: length === null ? undefined : Number(length),
		body
	};
}

/** The media type of an upload, which must be one of those that are known. */
export function formatOf<F extends string>(
	{ contentType }: Pick<Upload, 'contentType'>,
	known: Record<F, unknown>,
	what: string
): F {
	const type = contentType.split(';')[0].trim().toLowerCase();
	if (!Object.hasOwn(known, type))
		throw new ServiceError(
			415,
			'unknown-format',
			`${what} can be sent as ${Object.keys(known).join(', ')}; this one came as “${type}”.`
		);
	return type as F;
}

/** Puts the file into a folder of its own, which goes with it. */
export async function receive({
	length,
	body
}: Pick<Upload, 'length' | 'body'>): Promise<{ folder: string; file: string; total: number }> {
	if (length !== undefined && length > MOST_BYTES) throw tooLarge();
	const folder = await mkdtemp(path.join(tmpdir(), `${FOLDER}${process.pid}-`));
	const file = path.join(folder, 'upload');
	try {
		return { folder, file, total: await write(body, file) };
	} catch (error) {
		await rm(folder, { recursive: true, force: true });
		throw error;
	}
}

async function write(body: ReadableStream<Uint8Array> | null, file: string): Promise<number> {
	let size = 0;
	const counting = new Transform({
		transform(chunk: Buffer, _encoding, done) {
			size += chunk.length;
			done(size > MOST_BYTES ? tooLarge() : null, chunk);
		}
	});
	if (body)
		await pipeline(Readable.fromWeb(body as NodeStream<Uint8Array>), counting, createWriteStream(file));
	if (size === 0)
		throw new ServiceError(422, 'empty', 'The file is empty; nothing was changed.', { line: 1 });
	return size;
}

function tooLarge(): ServiceError {
	const most = Math.floor(MOST_BYTES / 2 ** 20);
	return new ServiceError(
		413,
		'too-large',
		`The file is larger than ${most} MiB, the most that is taken; nothing was changed.`
	);
}
