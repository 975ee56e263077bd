declare module 'wink-lexicon/src/wn-noun-exceptions.js' {
	/** Singular nouns by their plural. */
	const exceptions: Record<string, string>;
	export default exceptions;
}
