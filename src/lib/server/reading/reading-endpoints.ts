/** What can be asked of reading. */
import * as v from 'valibot';
import { recordFilesOf } from '../records';
import { endpoint } from '../endpoint';
import {
	citedRecordsBody,
	exportedList,
	listedBody,
	workQuery,
	requestBody,
	sentBody,
	checkedQuery,
	citedList,
	takenFile,
	takenFrom,
	takenRecords,
	worksQuery,
	markedQuery
} from './reading-list-schema';
import { citeRecords, checkList, citeList } from './citing-works';
import {
	citationsAnswer,
	apiComposition,
	compositionAnswer,
	apiPhrases,
	phrasesAnswer,
	neighboursAnswer,
	apiPearls,
	pearlsAnswer,
	apiReadingList,
	readingListAnswer,
	checkAnswer,
	poolAnswer
} from './reading-api';
import {
	compositionBody,
	phrasesBody,
	poolBody,
	askedOf,
	valuesQuery,
	keptBody,
	amongOf,
	citationsBody,
	comparedHeadings,
	pooledQuery,
	saidOfWorks
} from './reading-schema';
import { compositionOf, overviewOf, valuesOf, keptCounts } from './composing';
import { phrasesOf, phrasesOfResult } from './record-phrases';
import { neighboursOf, neighboursBeside } from './near-records';
import { pearlsOf, recognise, setPearl } from './pearl-recall';
import { exportList, readList, setList, listedWorks, exportRecordsNamed } from './reading-lists';
import { checkOf, judgedCheck } from './strategy-check';
import { pooled } from './pooling';
import { namesReadOf } from './index-values';
import { whereToHave, askFor, sendWorks } from './availability';
import { knownFor } from './known-for';
import { keepResult } from './keeping-results';
import { overlapOf } from './overlaps';
import { pearlsByCell, headingsOfPearls, pearlsOfStrategy } from './pearl-summary';
import { chosenIndexes, trialBody } from '../inquiry';
import { formsOfPerson, nameJoinsOf } from './people-of-records';
import { overlapOfHeadings } from './comparing-headings';
import { compositionOfPool } from './pool-composition';
import { keepPooled, sayOfWorks } from './pooled-lists';
import { takeCitations, takeResult, takePool, takeRecords } from './works-to-list';

export const readingEndpoints = [
	endpoint('PUT /api/v1/inquiries/[id]/pearls/[code]/[record]', {
		action: 'change-inquiry',
		summary: 'Marks a record as a pearl',
		answer: pearlsAnswer,
		run: async ({ person, params }) =>
			apiPearls(await setPearl(person, params.id, params.code, params.record, true))
	}),
	endpoint('DELETE /api/v1/inquiries/[id]/pearls/[code]/[record]', {
		action: 'change-inquiry',
		summary: 'Takes back that a record is a pearl',
		answer: pearlsAnswer,
		run: async ({ person, params }) =>
			apiPearls(await setPearl(person, params.id, params.code, params.record, false))
	}),
	endpoint('POST /api/v1/citations', {
		action: 'read',
		summary: 'Records in a published citation style: the bibliography, and each of its entries',
		answer: citationsAnswer,
		body: citedRecordsBody,
		run: ({ person, body }) => citeRecords(person, body)
	}),
	endpoint('POST /api/v1/indexes/[code]/composition', {
		action: 'read',
		summary: 'What the records that CQL finds are made of, dimension by dimension, against the whole index',
		answer: compositionAnswer,
		body: compositionBody,
		run: async ({ person, params, body }) => apiComposition(await compositionOf(person, params.code, body))
	}),
	endpoint('POST /api/v1/indexes/[code]/phrases', {
		action: 'read',
		summary: 'Words and phrases that the records that CQL finds have more often than the index',
		answer: phrasesAnswer,
		body: phrasesBody,
		run: async ({ person, params, body }) => apiPhrases(await phrasesOf(person, params.code, body))
	}),
	endpoint('GET /api/v1/indexes/[code]/records/[id]/neighbours', {
		action: 'read',
		summary:
			'Records that are near: cited, citing, sharing references or authors, and the same work elsewhere',
		answer: neighboursAnswer,
		run: ({ person, params }) => neighboursOf(person, params.code, params.id)
	}),
	/** How the records of some headings of any indexes overlap. */
	endpoint('POST /inquiry/[id]/overlap', {
		action: 'read',
		body: comparedHeadings,
		run: ({ person, params, body: { headings } }) => overlapOfHeadings(person, params.id, headings)
	}),
	endpoint('GET /api/v1/inquiries/[id]/pearls', {
		action: 'read',
		summary: 'How well the strategies find the pearls, and what would catch those that they miss',
		answer: pearlsAnswer,
		run: async ({ person, params }) => apiPearls(await pearlsOf(person, params.id))
	}),
	endpoint('GET /api/v1/inquiries/[id]/reading-list.[format]', {
		action: 'read',
		files: recordFilesOf(
			({ ending }) => `The reading list as ${ending.toUpperCase()}, with fixes of citations applied`
		),
		about: {
			decision: 'Only works so decided: keep, drop, open, parted by commas',
			abstracts: 'no: without abstracts',
			headings: 'no: without headings'
		},
		query: exportedList,
		run: ({ person, params, query }) => exportList(person, params.id, params.format, query)
	}),
	endpoint('GET /api/v1/inquiries/[id]/reading-list', {
		action: 'read',
		summary: 'The reading list: works set aside, and what was decided of each',
		answer: readingListAnswer,
		run: async ({ person, params }) => apiReadingList(await readList(person, params.id))
	}),
	endpoint('PUT /api/v1/inquiries/[id]/reading-list', {
		action: 'change-inquiry',
		summary: 'Sets the reading list: works that are not named are taken off it',
		answer: readingListAnswer,
		body: listedBody,
		run: async ({ person, params, body }) => {
			await setList(person, params.id, body);
			return apiReadingList(await readList(person, params.id));
		}
	}),
	endpoint('GET /api/v1/inquiries/[id]/strategies/[code]/check', {
		action: 'read',
		summary: 'What is probably wrong with the strategy for an index, the largest effect first',
		answer: checkAnswer,
		run: ({ person, params }) => checkOf(person, params.id, params.code)
	}),
	endpoint('POST /api/v1/pool', {
		action: 'read',
		summary:
			'What searches of several indexes find, as one list without duplicates, and what each alone brings',
		answer: poolAnswer,
		body: poolBody,
		run: ({ person, body }) => pooled(person, body)
	}),
	/** How far the records of an index are read for whom they name; nothing while they are not. */
	endpoint('GET /indexes/[code]/names-read', {
		action: 'read',
		run: ({ person, params }) => Promise.resolve(namesReadOf(person, params.code) ?? null)
	}),
	/** What is near a record, to stand beside it. */
	endpoint('GET /indexes/[code]/neighbours', {
		action: 'read',
		query: v.object({ record: v.pipe(v.string(), v.maxLength(2_000)) }),
		run: ({ person, params, query }) => neighboursBeside(person, params.code, query.record)
	}),
	/** Where a record, or a work of the list, can be had. */
	endpoint('GET /inquiry/[id]/availability', {
		action: 'read',
		query: workQuery,
		run: ({ person, params, query }) => whereToHave(person, params.id, query)
	}),
	/** Asks the library for it. */
	endpoint('POST /inquiry/[id]/availability', {
		action: 'change-inquiry',
		status: 201,
		body: requestBody,
		run: ({ person, params, body }) => askFor(person, params.id, body)
	}),
	/** What a result is made of: all dimensions in short, or one of them whole. */
	endpoint('GET /inquiry/[id]/composition/[code]', {
		action: 'read',
		query: v.looseObject({ by: v.optional(v.string()) }),
		run: ({ person, params, query, url }) =>
			query.by === undefined
				? overviewOf(person, params.id, params.code, askedOf(url))
				: valuesOf(person, params.id, params.code, askedOf(url), v.parse(valuesQuery, query))
	}),
	/** How much of a result would be left if it were filtered so; nothing is changed. */
	endpoint('POST /inquiry/[id]/composition/[code]/kept', {
		action: 'read',
		body: keptBody,
		run: ({ person, params, body, url }) =>
			keptCounts(person, params.id, params.code, askedOf(url), body.each)
	}),
	/** What an author, a place, a source or a funder is known for in an index. */
	endpoint('GET /inquiry/[id]/composition/[code]/known', {
		action: 'read',
		query: v.object({ by: v.optional(v.string(), ''), value: v.optional(v.string(), '') }),
		run: async ({ person, params, query: { by, value } }) =>
			knownFor(
				person,
				await chosenIndexes(person, params.id),
				params.code,
				by,
				value.slice(0, 2_000),
				await nameJoinsOf(params.id)
			)
	}),
	/** How a person is named in the indexes, and which names could be theirs. */
	endpoint('GET /inquiry/[id]/person', {
		action: 'read',
		query: v.object({ name: v.pipe(v.string(), v.minLength(1), v.maxLength(2_000)) }),
		run: ({ person, params, query }) => formsOfPerson(person, params.id, query.name)
	}),
	/** Keeps the result that the address names as a run. */
	endpoint('POST /inquiry/[id]/kept/[code]', {
		action: 'change-inquiry',
		status: 201,
		run: ({ person, params, url }) => keepResult(person, params.id, params.code, askedOf(url))
	}),
	/** Works of the list as a message. */
	endpoint('POST /inquiry/[id]/outbox/works', {
		action: 'change-inquiry',
		status: 201,
		body: sentBody,
		run: ({ person, params, body }) => sendWorks(person, params.id, body)
	}),
	/** How runs, the lines of a block or the blocks of a strategy overlap. */
	endpoint('GET /inquiry/[id]/overlap/[code]', {
		action: 'read',
		query: v.object({ among: v.optional(v.string(), '') }),
		run: ({ person, params, query }) => overlapOf(person, params.id, params.code, amongOf(query.among))
	}),
	/** What each cell catches of the pearls. */
	endpoint('GET /inquiry/[id]/pearls/cells', {
		action: 'read',
		run: ({ person, params }) => pearlsByCell(person, params.id)
	}),
	/** The headings that pearls share, with what each would add to a concept. */
	endpoint('GET /inquiry/[id]/pearls/headings/[code]', {
		action: 'read',
		query: v.object({ concept: v.optional(v.string(), '') }),
		run: ({ person, params, query }) => headingsOfPearls(person, params.id, params.code, query.concept)
	}),
	/** What the strategy of an index does to the pearls, and what a try would do; nothing is carried out. */
	endpoint('POST /inquiry/[id]/pearls/of/[code]', {
		action: 'read',
		body: trialBody,
		run: ({ person, params, body: { commands } }) =>
			pearlsOfStrategy(person, params.id, params.code, commands)
	}),
	/** Which records a text of citations is about; nothing is changed. */
	endpoint('POST /inquiry/[id]/pearls/recognised', {
		action: 'read',
		body: citationsBody,
		run: ({ person, params, body }) => recognise(person, params.id, body.text)
	}),
	/** How the pearls of an inquiry stand, index by index. */
	endpoint('GET /inquiry/[id]/pearls/state', {
		action: 'read',
		run: ({ person, params }) => pearlsOf(person, params.id)
	}),
	/** Words and phrases that a result has more often than its index. */
	endpoint('GET /inquiry/[id]/phrases/[code]', {
		action: 'read',
		run: ({ person, params, url }) => phrasesOfResult(person, params.id, params.code, askedOf(url))
	}),
	/** What the works of the pooled list are made of, by one dimension. */
	endpoint('GET /inquiry/[id]/pooled/composition', {
		action: 'read',
		query: v.object({
			...pooledQuery.entries,
			by: v.optional(v.string(), ''),
			find: v.optional(v.string(), '')
		}),
		run: ({ person, params, query: { by, find, ...wish } }) =>
			compositionOfPool(person, params.id, wish, by, find.slice(0, 200))
	}),
	/** Keeps a part of the pooled list as runs, one for each index. */
	endpoint('POST /inquiry/[id]/pooled/kept', {
		action: 'change-inquiry',
		status: 201,
		query: pooledQuery,
		run: async ({ person, params, query }) => ({ numbers: await keepPooled(person, params.id, query) })
	}),
	/** NameJoins records of different indexes as one work, splits them, or takes back what was said; it lasts. */
	endpoint('POST /inquiry/[id]/pooled/works', {
		action: 'change-inquiry',
		body: saidOfWorks,
		run: async ({ person, body: { records, others, same } }) => {
			await sayOfWorks(person, records, others, same);
			return {};
		}
	}),
	/** What is probably wrong with the citations of the list. */
	endpoint('GET /inquiry/[id]/reading-list/citations/findings', {
		action: 'read',
		query: checkedQuery,
		run: ({ person, params, query }) => checkList(person, params.id, query)
	}),
	/** Works of the list in a citation style; of many, by which job they are formatted. */
	endpoint('POST /inquiry/[id]/reading-list/citations/formatted', {
		action: 'read',
		body: citedList,
		run: ({ person, params, body }) => citeList(person, params.id, body)
	}),
	/** Puts the works of a file of citations on the reading list. */
	endpoint('POST /inquiry/[id]/reading-list/file', {
		action: 'change-inquiry',
		status: 201,
		body: takenFile,
		run: ({ person, params, body: { text, ...how } }) => takeCitations(person, params.id, text, how)
	}),
	/** Puts the result that the address names on the reading list. */
	endpoint('POST /inquiry/[id]/reading-list/of/[code]', {
		action: 'change-inquiry',
		status: 201,
		body: takenFrom,
		run: ({ person, params, body, url }) => takeResult(person, params.id, params.code, askedOf(url), body)
	}),
	/** Puts the pooled list, or the region of it that the address names, on the reading list. */
	endpoint('POST /inquiry/[id]/reading-list/pooled', {
		action: 'change-inquiry',
		status: 201,
		query: pooledQuery,
		body: takenFrom,
		run: async ({ person, params, query, body }) => {
			const how = body;
			const wish = query;
			return takePool(person, params.id, wish, how);
		}
	}),
	/** Puts some records on the reading list. */
	endpoint('POST /inquiry/[id]/reading-list/records', {
		action: 'change-inquiry',
		status: 201,
		body: takenRecords,
		run: ({ person, params, body: { records, ...how } }) => takeRecords(person, params.id, records, how)
	}),
	/** Works of the list in full, by their entries. */
	endpoint('GET /inquiry/[id]/reading-list/works', {
		action: 'read',
		query: worksQuery,
		run: ({ person, params, query: { ids } }) => listedWorks(person, params.id, ids)
	}),
	/** Some records of an index as a file of citations. */
	endpoint('GET /inquiry/[id]/records/[code]/marked.[format]', {
		action: 'read',
		query: markedQuery,
		run: ({ person, params, query: { ids } }) =>
			exportRecordsNamed(person, params.id, params.code, ids, params.format)
	}),
	/** The check of a strategy, with what was left as it is. */
	endpoint('GET /inquiry/[id]/strategy/[code]/check', {
		action: 'read',
		run: ({ person, params }) => judgedCheck(person, params.id, params.code)
	})
];
