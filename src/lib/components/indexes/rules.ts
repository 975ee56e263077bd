/** What the rules of the integrity report say, in words. */
export const RULE_WORDS: Record<string, string> = {
	'one-way-hierarchy': 'Hierarchy links in one direction only',
	'one-way-related': 'Related links in one direction only',
	cycle: 'Headings above themselves',
	'self-relation': 'Links of a heading to itself',
	'broader-and-related': 'Both broader and related',
	'entry-equals-heading': 'Entry terms that are also headings',
	'same-label': 'The same label twice',
	'second-label': 'Two preferred labels in one language',
	'labels-alike': 'Labels that differ only in spelling marks',
	orphan: 'Headings without a place in the hierarchy',
	'unknown-target': 'Links to unknown headings',
	'entry-without-heading': 'Entry terms without a heading',
	'missing-label': 'Headings without a label',
	'label-without-text': 'Labels without a text',
	'empty-label': 'Empty labels',
	'empty-note': 'Empty notes',
	'label-too-long': 'Labels that are too long',
	'label-mended': 'Labels mended',
	'no-language': 'Labels without a language',
	'not-a-year': 'Dates that are no years',
	'entry-not-closed': 'Entries that are not closed',
	'entry-unreadable': 'Entries that cannot be read',
	'entry-empty': 'Entries that say nothing',
	'outside-entry': 'Lines outside every entry',
	'no-title': 'Records without a title',
	'same-record': 'The same record twice',
	'keyword-unmatched': 'Keywords that are no headings',
	'keywords-parted': 'How keywords of one field were parted',
	'field-not-kept': 'What has no place in a record',
	'record-changed': 'Records that were there and changed',
	'type-unknown': 'Types that the format does not have',
	'string-unknown': 'Strings that nothing is said for',
	'crossref-missing': 'Entries referred to that are not in the file',
	'and-others': 'Authors that are not named'
};

export const SEVERITY_WORDS = {
	error: 'left out',
	warning: 'kept as it is',
	note: 'mended or noted'
} as const;
