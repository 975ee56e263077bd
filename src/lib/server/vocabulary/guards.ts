/** Files that would have a parser fetch, expand or nest without end are refused before it sees them. */
import { Transform, type TransformCallback } from 'node:stream';
import { SaxesParser } from '@rubensworks/saxes';
import { Tokenizer, TokenType } from '@streamparser/json';
import { ImportError } from '../jobs';

/** The most that a file may be nested; vocabularies need a handful of levels. */
const DEEPEST = 200;

const tooDeep = (what: string) =>
	new ImportError('too-deep', `The file nests ${what} more than ${DEEPEST} deep, which no vocabulary needs.`);

/** Passes text on once something has looked at it. */
abstract class Guard extends Transform {
	constructor() {
		super({ decodeStrings: false, encoding: 'utf8' });
	}

	/** @throws ImportError */
	protected abstract look(text: string): void;

	override _transform(chunk: string | Buffer, _encoding: string, done: TransformCallback): void {
		const text = String(chunk);
		try {
			this.look(text);
			done(null, text);
		} catch (error) {
			done(error as Error);
		}
	}
}

/** XML as its parser reads it: what stands in comments, attributes and CDATA neither hides nor counts. */
export class XmlGuard extends Guard {
	private depth = 0;
	private refused: ImportError | undefined;
	private readonly parser = new SaxesParser();

	constructor() {
		super();
		this.parser.on('opentag', () => {
			if (++this.depth > DEEPEST) this.refused ??= tooDeep('elements');
		});
		this.parser.on('closetag', () => this.depth--);
		this.parser.on('doctype', (doctype) => (this.refused ??= entityFault(doctype)));
		// What is wrong with it is told by the parser that reads it.
		this.parser.on('error', () => {});
	}

	protected look(text: string): void {
		this.parser.write(text);
		if (this.refused) throw this.refused;
	}
}

function entityFault(doctype: string): ImportError | undefined {
	const [outside] = doctype.split('[', 1);
	if (/\b(SYSTEM|PUBLIC)\b/.test(outside))
		return new ImportError(
			'external-entity',
			'The file names an external DOCTYPE, and nothing is fetched. Remove its DOCTYPE.'
		);
	// The other kind of quotation mark may stand between those of a kind.
	for (const [, external, double, single] of doctype.matchAll(
		/<!ENTITY\s+(?:%\s*)?\S+\s+(?:(SYSTEM|PUBLIC)\b|"([^"]*)"|'([^']*)')/g
	)) {
		if (external)
			return new ImportError(
				'external-entity',
				'The file declares an external entity, and nothing is fetched. Remove its DOCTYPE.'
			);
		if ((double ?? single).includes('&'))
			return new ImportError(
				'nested-entity',
				'The file declares entities made of other entities, which can grow without end. Remove its DOCTYPE.'
			);
	}
	return undefined;
}

/** JSON as its parser reads it: brackets in texts do not count. */
export class JsonGuard extends Guard {
	private depth = 0;
	private refused: ImportError | undefined;
	/** From the first fault on, the parser that reads it has the word. */
	private isBroken = false;
	private readonly tokens = new Tokenizer();

	constructor() {
		super();
		this.tokens.onToken = ({ token }) => {
			if (token === TokenType.LEFT_BRACE || token === TokenType.LEFT_BRACKET) this.depth++;
			else if (token === TokenType.RIGHT_BRACE || token === TokenType.RIGHT_BRACKET) this.depth--;
			if (this.depth > DEEPEST) this.refused ??= tooDeep('objects and lists');
		};
		this.tokens.onError = () => (this.isBroken = true);
	}

	protected look(text: string): void {
		if (!this.isBroken) this.tokens.write(text);
		if (this.refused) throw this.refused;
	}
}
