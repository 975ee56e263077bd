/** The first step of every import: from bytes to text. */
import { Transform, type TransformCallback } from 'node:stream';
import { ImportError } from './import-error';

/** Bytes to text, refusing what is not UTF-8 text and saying on which line. */
export class StrictText extends Transform {
	private readonly decoder = new TextDecoder('utf-8', { fatal: true });
	private line = 1;

	constructor() {
		super({ readableObjectMode: false, decodeStrings: true, encoding: 'utf8' });
	}

	override _transform(chunk: Buffer, _encoding: string, done: TransformCallback): void {
		try {
			if (chunk.includes(0)) throw new Error('A NUL byte.');
			const text = this.decoder.decode(chunk, { stream: true });
			for (let at = chunk.indexOf(10); at >= 0; at = chunk.indexOf(10, at + 1)) this.line++;
			done(null, text);
		} catch {
			done(
				new ImportError(
					'not-text',
					'The file is not UTF-8 text. Save it as UTF-8, or check that it is the right file.',
					this.lineOfFirstFault(chunk)
				)
			);
		}
	}

	override _flush(done: TransformCallback): void {
		try {
			done(null, this.decoder.decode());
		} catch {
			done(new ImportError('not-text', 'The file ends in the middle of a character.', this.line));
		}
	}

	private lineOfFirstFault(chunk: Buffer): number {
		let line = this.line;
		const check = new TextDecoder('utf-8', { fatal: true });
		for (let start = 0; start < chunk.length;) {
			const newline = chunk.indexOf(10, start);
			const end = newline < 0 ? chunk.length : newline + 1;
			const part = chunk.subarray(start, end);
			try {
				if (part.includes(0)) return line;
				check.decode(part);
			} catch {
				return line;
			}
			line++;
			start = end;
		}
		return line;
	}
}
