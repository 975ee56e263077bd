/** Whether a text is a label, and of which headings. */
import { fold, key, otherVariantKeys, splitQualifier, variantKey } from '../text';
import { LabelKind } from './indexing';
import type { LabelIndex } from './label-index';

/**
 * The headings that a label leads to whose fold is the same, as a preferred label before an entry term; none where it is
 * neither. Of a compound entry term all its headings. O(log labels).
 */
export function headingsLabelled(
	index: LabelIndex,
	text: string
): { headings: number[]; isPreferred: boolean } | undefined {
	const { parts } = index;
	const labels = index.labelsFolding(fold(text));
	const preferred = labels.find((label) => parts.kinds[label] === LabelKind.preferred);
	const found = preferred ?? labels[0];
	if (found === undefined) return undefined;
	return { headings: [...parts.headings.at(found)], isPreferred: preferred !== undefined };
}

/** Whether a text is a label, another spelling or the other number of one; a bracketed qualifier is set aside. O(log labels). */
export function isLabel({ parts }: LabelIndex, text: string): boolean {
	const folded = fold(text);
	return [...new Set([key(folded), variantKey(folded), ...otherVariantKeys(folded)])].some((wanted) =>
		[...parts.variant.get(wanted)].some((label) => {
			const own = parts.folds.at(label);
			return [own, splitQualifier(own).base].some(
				(form) => key(form) === wanted || variantKey(form) === wanted
			);
		})
	);
}
