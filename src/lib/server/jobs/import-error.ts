/** Why a file was refused: nothing has been written. */
export class ImportError extends Error {
	constructor(
		readonly code:
			| 'unreadable'
			| 'not-text'
			| 'empty'
			| 'no-heading'
			| 'no-heading-known'
			| 'no-index'
			| 'remote-context'
			| 'external-entity'
			| 'nested-entity'
			| 'address-too-long'
			| 'too-deep'
			| 'withdraws-most'
			| 'not-mended'
			| 'cancelled',
		message: string,
		readonly line?: number
	) {
		super(message);
	}
}
