/** What may be asked of a reading list: works for it, what becomes of them, and their citations. */
import * as v from 'valibot';
import { DECISIONS } from '../../../core/crosswalk';
import { text as longText } from '../input-schema';
import { citation } from '../inquiry';
import { citationsBody } from './reading-schema';

/** Where works that are put on the reading list come from, in words. */
export const takenFrom = v.object({
	from: v.pipe(v.string(), v.maxLength(300)),
	/** The window that asks: what is done for it is no surprise there. */
	client: v.optional(v.pipe(v.string(), v.maxLength(100)), '')
});
export type TakenFrom = v.InferOutput<typeof takenFrom>;
export const takenRecords = v.object({
	...takenFrom.entries,
	records: v.pipe(
		v.array(
			v.strictObject({
				indexCode: v.pipe(v.string(), v.maxLength(100)),
				record: v.pipe(v.string(), v.maxLength(2_000))
			})
		),
		v.minLength(1),
		v.maxLength(5_000)
	)
});
export const takenFile = v.object({ ...takenFrom.entries, ...citationsBody.entries });

/** Records of one index by what that calls them, a line each. */
export const markedQuery = v.object({
	ids: v.pipe(
		v.string(),
		v.maxLength(60_000),
		v.transform((text) => text.split('\n').filter(Boolean)),
		v.minLength(1, 'Name the records.'),
		v.maxLength(1_000)
	)
});

/** Entries of the list by their identifiers, parted by commas. */
export const worksQuery = v.object({
	ids: v.pipe(
		v.string(),
		v.maxLength(10_000),
		v.transform((text) => text.split(',').filter(Boolean)),
		v.maxLength(100)
	)
});

/** The reading list through the public API, whole. */
export const listedBody = v.pipe(
	v.array(
		v.object({
			id: v.optional(v.pipe(v.string(), v.maxLength(100))),
			records: v.optional(
				v.pipe(
					v.array(
						v.object({
							index: v.pipe(v.string(), v.maxLength(100)),
							id: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000))
						})
					),
					v.maxLength(50)
				),
				[]
			),
			/** Of a work that no index has, as CSL-JSON. */
			citation: v.optional(citation),
			decision: v.optional(v.picklist(DECISIONS)),
			reason: v.optional(longText),
			note: v.optional(longText),
			tags: v.optional(v.pipe(v.array(v.pipe(v.string(), v.maxLength(100))), v.maxLength(50)))
		})
	),
	v.maxLength(4_000)
);

const yes = v.pipe(
	v.optional(v.picklist(['yes', 'no']), 'yes'),
	v.transform((said) => said === 'yes')
);
/** What of the list goes into a file: decisions parted by commas, all without; abstracts and headings unless told otherwise. */
export const exportedList = v.object({
	decision: v.pipe(
		v.optional(v.pipe(v.string(), v.maxLength(50)), ''),
		v.transform((text) => text.split(',').filter(Boolean)),
		v.array(v.picklist(DECISIONS))
	),
	abstracts: yes,
	headings: yes
});

/** Which works of the list: those of one decision or all, or just some. */
export const citedWorks = v.object({
	part: v.optional(v.picklist(['all', ...DECISIONS]), 'all'),
	ids: v.optional(v.pipe(v.array(v.pipe(v.string(), v.maxLength(100))), v.maxLength(20_000)))
});
const style = v.pipe(
	v.string(),
	v.regex(/^[\w.-]{1,200}$/, 'A citation style is named in letters, digits and hyphens.')
);
const locale = v.optional(
	v.pipe(v.string(), v.regex(/^[a-z]{2}(-[A-Z]{2})?$/, 'A language is told by a tag such as en-GB.'))
);
export const citedList = v.object({ ...citedWorks.entries, style, locale });

/** The same by address, for what is only looked at. */
export const checkedQuery = v.object({ part: citedWorks.entries.part });

/** Records to be cited through the public API. */
export const citedRecordsBody = v.object({
	records: v.pipe(
		v.array(
			v.object({
				index: v.pipe(v.string(), v.maxLength(100)),
				id: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000))
			})
		),
		v.maxLength(20_000)
	),
	style,
	locale,
	format: v.optional(v.picklist(['html', 'text']), 'html')
});

/** A record, or a work of the list by its entry. */
const short = v.pipe(v.string(), v.maxLength(2_000));
const which = {
	entry: v.optional(v.pipe(v.string(), v.maxLength(100))),
	index: v.optional(v.pipe(v.string(), v.maxLength(100))),
	record: v.optional(short)
};
export const workQuery = v.object(which);
const address = v.pipe(
	v.string(),
	v.trim(),
	v.maxLength(300),
	v.email('An e-mail address has an @ and a place after it.')
);
/** What the library is told with a request. */
export const requestBody = v.object({
	...which,
	name: v.pipe(v.string(), v.trim(), v.minLength(1, 'Say for whom the work is.'), v.maxLength(200)),
	address,
	note: v.optional(v.pipe(v.string(), v.maxLength(2_000)), '')
});
/** Works that are sent to somebody. */
export const sentBody = v.object({
	part: citedWorks.entries.part,
	style,
	locale,
	to: address,
	note: v.optional(v.pipe(v.string(), v.maxLength(10_000)), '')
});
