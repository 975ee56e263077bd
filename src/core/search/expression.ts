/** Set algebra over the smallest things that have records of their own. */
import type { WordTest } from './word-matching';

/** Taggings with a heading, or with any heading at or below it outside the branches that were cut. */
export interface HeadingLeaf {
	kind: 'heading';
	uri: string;
	withNarrower: boolean;
	/** URIs; empty without narrower. */
	cuts: readonly string[];
	chief: boolean;
	aspect?: string;
}

/** The smallest thing that has a set of records of its own. */
export type Leaf =
	| HeadingLeaf
	| ({ kind: 'word' } & WordTest)
	| { kind: 'value'; field: string; value: string }
	| { kind: 'range'; field: string; from: number; to: number }
	| { kind: 'labelled'; field: string };

export type Expression =
	| { op: 'leaf'; leaf: Leaf }
	| { op: 'and' | 'or'; of: Expression[] }
	/** The first without the second. */
	| { op: 'not'; of: [Expression, Expression] };

/** The name under which the set of a leaf is kept. */
export function leafName(leaf: Leaf): string {
	switch (leaf.kind) {
		case 'heading':
			return `h ${leaf.chief ? 'c' : ''} ${leaf.aspect ?? ''} ${leaf.withNarrower ? `n ${leaf.cuts.join(' ')}` : ''} ${leaf.uri}`;
		case 'word':
			return `w ${leaf.field} ${leaf.capitals ? 'c' : ''} ${leaf.text}`;
		case 'value':
			return `v ${leaf.field} ${leaf.value}`;
		case 'range':
			return `r ${leaf.field} ${leaf.from} ${leaf.to}`;
		case 'labelled':
			return `l ${leaf.field}`;
	}
}
