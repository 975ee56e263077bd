/** How the parts of a strategy are said. */
import type { HeadingTest, LineYield } from '$core/search';

/** What making a change that is not made yet comes to, in words. */
export function changeWords(
	change: LineYield['changed'][number]['change'],
	test: Pick<HeadingTest, 'chief' | 'withNarrower'> | undefined
): string {
	switch (change) {
		case 'chief':
			return test?.chief ? 'chief or not' : 'chief only';
		case 'narrower':
			return test?.withNarrower ? 'without narrower' : 'with narrower';
		case 'aspects':
			return 'any aspect';
		case 'title':
			return 'in titles only';
		case 'keywords':
			return 'in title, abstract and author’s keywords';
	}
}
