/** What the public API answers, as Valibot schemas; the OpenAPI description is made from them. This file is long: what is answered stands together, so that it can be read against the contract. */
import * as v from 'valibot';
import { INQUIRY_ROLES, ROLES as PERSON_ROLES } from '../people';
import { FITS, ROLES, SEARCHES } from '../../../core/crosswalk/inquiry';
import { CHANGE_KINDS } from '../../../core/edition/difference';
import { TOUCHES } from '../../../core/keeping';
import { TIERS } from '../../../core/lookup';

const text = v.string();
const count = v.pipe(v.number(), v.integer(), v.minValue(0));

export const ref = v.strictObject({ id: text, uri: text, label: text });

export const index = v.strictObject({
	code: text,
	name: text,
	discipline: text,
	languages: v.array(text),
	headings: count,
	entryTerms: count,
	records: count,
	hierarchical: v.boolean(),
	limits: v.array(v.unknown())
});

const line = v.strictObject({
	...ref.entries,
	notation: v.optional(text),
	narrowerCount: count,
	recordCount: count
});

export const lookup = v.strictObject({
	query: text,
	matches: v.array(
		v.strictObject({
			heading: line,
			/** `records` where no label speaks for the heading. */
			tier: v.picklist([...TIERS, 'records']),
			matched: v.strictObject({
				text,
				kind: v.picklist(['preferred', 'entry', 'scopeNote', 'records']),
				lang: v.optional(text)
			}),
			/** The corrected or expanded query that matched, where it is not what was asked. */
			via: v.optional(text),
			/** Words that do not stand in the label as they were asked for, what stands there instead, and why it counts. */
			words: v.optional(
				v.array(
					v.strictObject({
						asked: text,
						found: v.optional(text),
						why: v.optional(v.picklist(['number', 'spelling', 'stem', 'joined', 'begins']))
					})
				)
			),
			together: v.optional(v.array(text)),
			/** On so many of the records that hold these words, out of so many, and how many times its usual share that is. */
			evidence: v.optional(v.strictObject({ on: count, of: count, lift: v.number(), words: v.array(text) }))
		})
	),
	neighbours: v.array(line)
});

/** Headings that may stand for a concept in an index, the likeliest first. */
export const suggestions = v.array(
	v.strictObject({
		heading: line,
		/** How probable it is, from 0 to 0.99. */
		score: v.number(),
		likelihood: v.picklist(['likely', 'possible', 'far']),
		/** Strongest first; what else each says depends on its kind. */
		evidence: v.array(
			v.looseObject({
				kind: v.picklist(['label', 'neighbour', 'coTagging', 'association', 'memory', 'mapping']),
				score: v.number()
			})
		)
	})
);

export const heading = v.strictObject({
	...ref.entries,
	labels: v.array(v.strictObject({ lang: text, text })),
	notation: v.optional(text),
	scopeNote: v.optional(text),
	historyNote: v.optional(text),
	introduced: v.optional(count),
	retired: v.optional(count),
	entryTerms: v.array(v.strictObject({ text, lang: v.optional(text), together: v.optional(v.array(text)) })),
	broader: v.array(ref),
	narrower: v.array(ref),
	related: v.array(ref),
	aspects: v.array(text),
	paths: v.array(v.array(ref)),
	recordCount: count,
	recordCountWithNarrower: count,
	chiefCount: v.optional(count)
});

export const below = v.array(
	v.strictObject({ ...ref.entries, depth: v.pipe(v.number(), v.integer(), v.minValue(1)) })
);

export const mappingsRemoved = v.strictObject({ removed: text });

export const jobAccepted = v.strictObject({ job: text });

export const job = v.strictObject({
	/** None where the work is of no one index. */
	indexCode: v.nullable(text),
	edition: text,
	state: v.picklist(['queued', 'running', 'done', 'failed']),
	done: count,
	total: count,
	/** Of a job that waits: how many come before it. */
	ahead: v.optional(count),
	report: v.nullable(
		v.looseObject({
			counts: v.looseObject({ read: count, kept: count, repaired: count, refused: count }),
			findings: v.array(
				v.looseObject({
					severity: v.picklist(['error', 'warning', 'note']),
					rule: text,
					line: v.optional(count),
					subject: v.optional(text),
					message: text
				})
			),
			findingCounts: v.record(text, count),
			error: v.optional(v.looseObject({ code: text, message: text, line: v.optional(count) }))
		})
	)
});

export const error = v.strictObject({
	error: v.strictObject({ code: text, message: text, details: v.optional(v.unknown()) })
});

export const health = v.strictObject({ status: text, database: text, version: text });
export const inquiryMade = v.strictObject({ id: text });
export const inquiries = v.array(
	v.strictObject({
		id: text,
		title: text,
		question: text,
		indexes: v.array(text),
		archived: v.boolean(),
		changedAt: text,
		concepts: count,
		picks: count,
		decided: count
	})
);

/** What a result is made of; `notLabelled` records have no value of a dimension. */
export const composition = v.strictObject({
	count,
	of: count,
	dimensions: v.record(
		text,
		v.strictObject({
			values: v.array(
				v.strictObject({
					value: text,
					id: v.optional(text),
					count,
					all: count,
					g2: v.optional(v.number()),
					lift: v.optional(v.number()),
					over: v.optional(v.boolean()),
					ofStrategy: v.optional(v.literal(true))
				})
			),
			notLabelled: count
		})
	)
});

/** Words of records; where `sampled` records were looked at, counts are of those. */
export const phrases = v.strictObject({
	count,
	sampled: v.optional(count),
	phrases: v.array(v.strictObject({ text, count, all: count, g2: v.number(), lift: v.number() }))
});

/** Records near to one, each by its identifier; the nearest first. */
export const neighbours = v.strictObject({
	cites: v.array(text),
	citesElsewhere: count,
	citedBy: v.array(text),
	sharedReferences: v.array(v.strictObject({ id: text, shared: count })),
	sameAuthors: v.array(v.strictObject({ id: text, authors: count })),
	sameWork: v.array(v.strictObject({ index: text, id: text }))
});

export const editions = v.array(
	v.strictObject({
		label: text,
		loadedAt: text,
		headings: count,
		entryTerms: count,
		relations: count,
		/** The one that is searched and browsed. */
		isCurrent: v.boolean(),
		/** Why it waits for somebody to make it current; empty where it does not. */
		held: text
	})
);

/** `split` and `merged` name what takes over as `to`; evidence is in words. */
export const difference = v.strictObject({
	counts: v.record(v.picklist(CHANGE_KINDS), count),
	changes: v.array(
		v.strictObject({
			kinds: v.array(v.picklist(CHANGE_KINDS)),
			from: v.optional(ref),
			to: v.optional(ref),
			evidence: v.array(text)
		})
	)
});

/** What editions touch, each with its proposal and what the cell finds: then, now, and once it is taken. */
export const repairs = v.array(
	v.strictObject({
		id: text,
		conceptId: text,
		index: text,
		editions: v.strictObject({ from: text, to: text }),
		headings: v.array(v.strictObject({ uri: text, label: text })),
		touched: v.array(v.picklist(TOUCHES)),
		happened: v.array(text),
		proposal: text,
		finds: v.optional(v.strictObject({ then: count, now: count, after: count, gained: count, lost: count }))
	})
);
export const repaired = v.strictObject({ revision: count, summary: text });

export const watch = v.strictObject({
	id: text,
	name: text,
	/** The strategy of one index, those of all chosen indexes as a pooled list, or CQL in an index. */
	kind: v.picklist(['strategy', 'pool', 'search']),
	inquiry: v.optional(text),
	index: v.optional(text),
	cql: v.optional(text),
	paused: v.boolean(),
	/** What keeps it from finding what it should; empty where nothing does. */
	trouble: text,
	madeAt: text,
	ranAt: v.optional(text),
	found: count,
	unlooked: count,
	/** Address of its Atom feed, from the root of the server, for whoever asks alone; none where they take part by a link. */
	feed: v.optional(text)
});
export const watches = v.array(watch);
export const watchRemoved = v.strictObject({ removed: text });
export const news = v.strictObject({
	records: v.array(
		v.strictObject({ index: text, id: text, title: text, year: v.nullable(v.number()), foundAt: text })
	)
});

/** Index by index: pearls it has, found ones, and for each missed one what keeps it out and what would let it through. */
export const pearls = v.strictObject({
	indexes: v.array(
		v.strictObject({
			index: text,
			pearls: count,
			found: count,
			/** Found ones of those that the index has; null where it has none. */
			recall: v.nullable(v.number()),
			missed: v.array(
				v.strictObject({
					id: text,
					blocks: v.array(text),
					exclusions: v.array(text),
					limits: v.array(text),
					wouldPass: v.array(
						v.strictObject({
							concept: text,
							kind: v.picklist(['heading', 'word']),
							uri: v.optional(text),
							label: text,
							adds: count
						})
					),
					together: v.strictObject({ adds: count })
				})
			)
		})
	)
});

/** Citations in a style, in the order of its bibliography. */
export const citations = v.strictObject({
	style: text,
	format: v.picklist(['html', 'text']),
	bibliography: text,
	entries: v.array(
		v.strictObject({ record: v.strictObject({ index: text, id: text }), entry: text, inText: text })
	)
});

/** The reading list, in the order in which works came. */
export const readingList = v.array(
	v.strictObject({
		id: text,
		/** Records of the work, one or none of each index; none of a work from a file that no index has. */
		records: v.array(v.strictObject({ index: text, id: text })),
		citation: v.optional(v.looseObject({ id: text, type: text })),
		title: text,
		year: v.nullable(v.number()),
		decision: v.picklist(['open', 'keep', 'drop']),
		reason: v.optional(text),
		note: v.optional(text),
		tags: v.array(text),
		/** Where it came from, in words. */
		from: text,
		addedAt: text,
		decidedAt: v.optional(text)
	})
);

/** Works found by searches of several indexes; `alone` are those that no other of them brings. */
export const pool = v.strictObject({
	items: count,
	of: v.array(v.strictObject({ index: text, count, alone: count })),
	list: v.array(
		v.strictObject({
			records: v.array(v.strictObject({ index: text, id: text })),
			title: text,
			year: v.nullable(v.number())
		})
	)
});

/** What is probably wrong with a strategy; `mend` is the command that mends it. */
export const check = v.array(
	v.strictObject({
		rule: text,
		place: v.strictObject({ concept: v.optional(text), line: v.optional(text), limit: v.optional(text) }),
		effect: v.number(),
		text,
		mend: v.optional(v.looseObject({ kind: text }))
	})
);

/** A cell as it now is. */
export const cell = v.strictObject({
	state: v.picklist(['undecided', 'picks', 'noHeading']),
	noHeading: v.boolean(),
	searches: v.picklist(SEARCHES),
	/** What was set and can find nothing. */
	remarks: v.optional(v.array(text)),
	picks: v.array(
		v.strictObject({
			uris: v.array(text),
			labels: v.array(text),
			withNarrower: v.boolean(),
			cuts: v.array(text),
			chief: v.boolean(),
			aspects: v.array(text),
			role: v.picklist(ROLES),
			fit: v.picklist(FITS),
			note: text
		})
	)
});

const counted = v.pipe(v.number(), v.integer());

/** What a search found; with yields, what every part of it brings. */
export const found = v.strictObject({
	count,
	records: v.array(
		v.strictObject({
			id: text,
			title: text,
			year: v.nullable(count),
			kind: text,
			authors: v.array(text),
			source: v.optional(text),
			doi: v.optional(text)
		})
	),
	remarks: v.optional(v.array(v.strictObject({ start: count, message: text }))),
	yields: v.optional(
		v.strictObject({
			count,
			withoutLimits: count,
			blocks: v.array(
				v.strictObject({
					name: text,
					status: v.picklist(['required', 'exclude']),
					all: count,
					surviving: count,
					without: count,
					removes: count,
					lines: v.array(v.strictObject({ cql: text, all: count, only: count, loss: count, gain: counted }))
				})
			),
			limits: v.array(
				v.strictObject({
					cql: text,
					field: text,
					removes: count,
					doesNotMatch: count,
					notLabelled: count,
					surviving: count
				})
			)
		})
	)
});

/** A node of the syntax tree: a clause, or two nodes and the operator between them. */
export const tree = v.looseObject({ kind: v.picklist(['clause', 'boolean']), start: count, end: count });

/** Where CQL departs from the grammar or names what the index does not have, and what would be right there. */
export const parseFault = v.strictObject({
	position: count,
	end: count,
	expected: v.array(text),
	error: error.entries.error
});

export const record = v.looseObject({
	id: text,
	type: text,
	limits: v.record(text, v.array(text)),
	headings: v.array(v.strictObject({ ...ref.entries, chief: v.boolean(), aspect: v.optional(text) }))
});

const token = {
	id: text,
	name: text,
	scope: v.picklist(['read', 'write']),
	madeAt: text,
	endsAt: text,
	usedAt: v.optional(text)
};
export const tokens = v.array(v.strictObject(token));
export const madeToken = v.strictObject({ ...token, token: text });
export const removed = v.strictObject({ removed: text });

export const me = v.strictObject({
	id: text,
	name: text,
	role: v.picklist([...PERSON_ROLES, 'visitor']),
	scope: v.picklist(['read', 'write']),
	/** Whether people sign in here. */
	accounts: v.boolean()
});

export const participants = v.strictObject({
	role: v.picklist(INQUIRY_ROLES),
	people: v.array(v.strictObject({ id: text, name: text, role: v.picklist(INQUIRY_ROLES) })),
	groups: v.array(v.strictObject({ id: text, name: text, role: v.picklist(['editor', 'reader']) })),
	links: v.optional(v.array(v.strictObject({ key: text, madeAt: text })))
});
