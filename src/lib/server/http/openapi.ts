/** The description of the public API in OpenAPI 3.1, made from the schemas that the routes and the tests use. This file is long: it lists every operation. */
import { toJsonSchema } from '@valibot/to-json-schema';
import * as v from 'valibot';
import type { GenericSchema } from 'valibot';
import { PARTINGS } from '../../../core/formats/record-keywords';
import { RECORD_FORMATS } from '../../../core/formats/record-reading';
import * as api from './api-schemas';
import { FORMATS, MAPPING_TYPES, newIndex } from '../vocabulary';
import { cellBody, CROSSWALK_TYPES } from '../crosswalk';
import { inquiryDocument, newInquiry, participantsBody } from '../inquiry';
import { newToken } from '../people';
import { compositionBody, citedRecordsBody, listedBody, phrasesBody, poolBody } from '../reading';
import { newWatch, repairBody } from '../keeping';
import { REPORT_TYPES } from '../report';
import { parseBody, searchBody } from '../search';

const json = (schema: GenericSchema) => ({ 'application/json': { schema: schemaOf(schema) } });

function schemaOf(schema: GenericSchema) {
	const { $schema: _, ...rest } = toJsonSchema(schema, { errorMode: 'ignore' });
	return rest;
}

const failed = { description: 'What went wrong, with a code and in words', content: json(api.error) };
const inPath = (name: string, description: string) => ({
	name,
	in: 'path',
	required: true,
	description,
	schema: { type: 'string' }
});
const inQuery = (name: string, description: string, required = false) => ({
	name,
	in: 'query',
	required,
	description,
	schema: { type: 'string' }
});
const code = inPath('code', 'Code of the subject index');
const inquiryId = inPath('id', 'The inquiry');
const mappingSet = inPath('name', 'The name of the mappings');
const headingId = inPath('id', 'Identifier of the heading in its index');

interface Call {
	summary: string;
	parameters?: unknown[];
	body?: Record<string, unknown>;
	status?: number;
	answer: Record<string, unknown>;
	/** Nobody need be signed in. */
	open?: true;
}

function operation({ summary, parameters, body, status = 200, answer, open }: Call) {
	return {
		summary,
		...(open && { security: [] }),
		...(parameters && { parameters }),
		...(body && { requestBody: { required: true, content: body } }),
		responses: { [status]: { description: summary, content: answer }, default: failed }
	};
}

/** A file as it comes; of JSON no more is said than that it is some. */
const file = (...types: string[]) =>
	Object.fromEntries(
		types.map((type) => [type, { schema: /[/+]json$/.test(type) ? {} : { type: 'string' } }])
	);

export function openApi(version: string) {
	return {
		openapi: '3.1.0',
		info: {
			title: 'Oakmoss',
			version,
			description: 'Vocabularies, look-up, crosswalks, records and searches, for notebooks and scripts.'
		},
		servers: [{ url: '/api/v1' }],
		// Where accounts are on. What says `security: []` is open to everybody.
		security: [{ token: [] }],
		components: {
			securitySchemes: {
				token: {
					type: 'http',
					scheme: 'bearer',
					description:
						'A token of a person, made under their name at the upper right. 401 without one that is good, 403 for what it or its person may not do, 404 for what they may not see. Where people work alone, none is asked for.'
				}
			}
		},
		paths: {
			'/health': {
				get: operation({
					summary: 'Whether the server and its database are well',
					answer: json(api.health),
					open: true
				})
			},
			'/indexes': {
				get: operation({
					summary: 'The subject indexes',
					answer: { 'application/json': { schema: { type: 'array', items: schemaOf(api.index) } } }
				}),
				post: operation({
					summary: 'Makes a subject index',
					body: json(newIndex),
					status: 201,
					answer: json(api.index)
				})
			},
			'/indexes/{code}': {
				delete: operation({
					summary: 'Removes a subject index with its vocabulary',
					parameters: [code],
					answer: json(api.index)
				})
			},
			'/indexes/{code}/vocabulary': {
				put: operation({
					summary: 'Loads a vocabulary as a new edition; the answer names the job',
					parameters: [
						code,
						inQuery('edition', 'Label of the edition', true),
						inQuery(
							'current',
							'“always” uses the edition whatever it looks like, “never” keeps it to be looked at; where it is left out, one that looks like a mistake waits'
						)
					],
					body: file(...Object.keys(FORMATS)),
					status: 202,
					answer: json(api.jobAccepted)
				})
			},
			'/indexes/{code}/editions': {
				get: operation({
					summary: 'The editions that are kept, the one loaded last first',
					parameters: [code],
					answer: json(api.editions)
				})
			},
			'/indexes/{code}/editions/{from}/{to}': {
				get: operation({
					summary: 'What changed from one edition to another, each change with its evidence',
					parameters: [code, inPath('from', 'Label of an edition'), inPath('to', 'Label of another')],
					answer: json(api.difference)
				})
			},
			'/indexes/{code}/records': {
				put: operation({
					summary: 'Loads records; keywords that are headings or entry terms become headings of the record',
					parameters: [
						code,
						inQuery(
							'keywords',
							`By what keywords of one field are parted: ${PARTINGS.join(', ')}; found out entry by entry where it is left out`
						),
						inQuery(
							'whole',
							'“yes” where the file holds all records of the index: those it lacks are marked as withdrawn'
						)
					],
					body: file(...Object.keys(RECORD_FORMATS)),
					status: 202,
					answer: json(api.jobAccepted)
				})
			},
			'/known-mappings/{name}': {
				put: operation({
					summary: 'Loads mappings between the headings of vocabularies, as evidence for suggestions',
					parameters: [mappingSet],
					body: file(...Object.keys(MAPPING_TYPES)),
					status: 202,
					answer: json(api.jobAccepted)
				}),
				delete: operation({
					summary: 'Removes mappings by the name they were loaded under',
					parameters: [mappingSet],
					answer: json(api.mappingsRemoved)
				})
			},
			'/indexes/{code}/records/{id}': {
				get: operation({
					summary: 'A record as CSL-JSON, with its headings and limits',
					parameters: [code, inPath('id', 'The record')],
					answer: json(api.record)
				})
			},
			'/indexes/{code}/records/{id}/neighbours': {
				get: operation({
					summary:
						'Records that are near: cited, citing, sharing references or authors, and the same work elsewhere',
					parameters: [code, inPath('id', 'The record')],
					answer: json(api.neighbours)
				})
			},
			...Object.fromEntries(
				Object.entries(RECORD_FORMATS).map(([type, { name, ending }]) => [
					`/indexes/{code}/records.${ending}`,
					{
						get: operation({
							summary: `All records as ${name}`,
							parameters: [code],
							answer: file(type)
						})
					}
				])
			),
			'/indexes/{code}/search': {
				post: operation({
					summary: 'Searches an index by CQL; with yields, says what every part brings',
					parameters: [code],
					body: json(searchBody),
					answer: json(api.found)
				})
			},
			'/indexes/{code}/composition': {
				post: operation({
					summary:
						'What the records that CQL finds are made of, dimension by dimension, against the whole index',
					parameters: [code],
					body: json(compositionBody),
					answer: json(api.composition)
				})
			},
			'/indexes/{code}/phrases': {
				post: operation({
					summary: 'Words and phrases that the records that CQL finds have more often than the index',
					parameters: [code],
					body: json(phrasesBody),
					answer: json(api.phrases)
				})
			},
			'/indexes/{code}/parse': {
				post: operation({
					summary:
						'The syntax tree of CQL whose headings, fields and values the index knows; 422 with position and expectation else',
					parameters: [code],
					body: json(parseBody),
					answer: json(api.tree)
				})
			},
			'/pool': {
				post: operation({
					summary:
						'What searches of several indexes find, as one list without duplicates, and what each alone brings',
					body: json(poolBody),
					answer: json(api.pool)
				})
			},
			...Object.fromEntries(
				Object.entries(REPORT_TYPES).map(([ending, type]) => [
					`/inquiries/{id}/report.${ending}`,
					{
						get: operation({
							summary: `The report as ${ending.toUpperCase()}`,
							parameters: [
								inquiryId,
								inQuery('parts', 'Only these parts in this order, parted by commas'),
								inQuery('report', 'Number of a report that was handed in, as it was then')
							],
							answer: file(type)
						})
					}
				])
			),
			'/citations': {
				post: operation({
					summary: 'Records in a published citation style: the bibliography, and each of its entries',
					body: json(citedRecordsBody),
					answer: json(api.citations)
				})
			},
			'/jobs/{id}': {
				get: operation({
					summary: 'How far a job is, and its report',
					parameters: [inPath('id', 'The job')],
					answer: json(api.job)
				}),
				delete: operation({
					summary: 'Cancels a job that has not ended',
					parameters: [inPath('id', 'The job')],
					answer: json(api.job)
				})
			},
			'/indexes/{code}/lookup': {
				get: operation({
					summary:
						'Headings that match a word, by their labels and by what records say, best first, each with the reasons',
					parameters: [
						code,
						inQuery('q', 'The word, up to 500 characters', true),
						inQuery('limit', 'At most so many, 1 to 100'),
						inQuery('with', 'labels: records are left out')
					],
					answer: json(api.lookup)
				})
			},
			'/indexes/{code}/headings': {
				get: operation({
					summary: 'A heading by its URI',
					parameters: [code, inQuery('uri', 'URI of the heading', true)],
					answer: json(api.heading)
				})
			},
			'/indexes/{code}/headings/{id}': {
				get: operation({ summary: 'A heading', parameters: [code, headingId], answer: json(api.heading) })
			},
			'/indexes/{code}/headings/{id}/narrower': {
				get: operation({
					summary: 'Every distinct heading below, at its least depth',
					parameters: [code, headingId, inQuery('depth', '“all” or a number from 1')],
					answer: json(api.below)
				})
			},
			'/indexes/{code}/export.ttl': {
				get: operation({
					summary: 'The vocabulary as Turtle',
					parameters: [code],
					answer: file('text/turtle')
				})
			},
			'/indexes/{code}/export.jsonld': {
				get: operation({
					summary: 'The vocabulary as JSON-LD',
					parameters: [code],
					answer: file('application/ld+json')
				})
			},
			'/indexes/{code}/export.csv': {
				get: operation({ summary: 'The vocabulary as CSV', parameters: [code], answer: file('text/csv') })
			},
			'/indexes/{code}/export.txt': {
				get: operation({
					summary: 'The vocabulary as tagged text',
					parameters: [code],
					answer: file('text/plain')
				})
			},
			'/inquiries': {
				get: operation({ summary: 'The inquiries', answer: json(api.inquiries) }),
				post: operation({
					summary: 'Begins an inquiry, or takes a whole one in',
					body: json(v.union([newInquiry, inquiryDocument()])),
					status: 201,
					answer: json(api.inquiryMade)
				})
			},
			'/inquiries/{id}': {
				get: operation({
					summary: 'A whole inquiry, its history included',
					parameters: [inquiryId],
					answer: json(inquiryDocument())
				})
			},
			'/inquiries/{id}/cells/{conceptId}/{code}': {
				put: operation({
					summary: 'Sets a cell: its picks, or that there is no heading',
					parameters: [inquiryId, inPath('conceptId', 'The concept'), code],
					body: json(cellBody),
					answer: json(api.cell)
				})
			},
			'/inquiries/{id}/cells/{conceptId}/{code}/suggestions': {
				get: operation({
					summary:
						'Headings that may stand for a concept in an index, the likeliest first, each with the evidence',
					parameters: [inquiryId, inPath('conceptId', 'The concept'), code],
					answer: json(api.suggestions)
				})
			},
			'/me': {
				get: operation({ summary: 'Who asks, and what they may do', answer: json(api.me) })
			},
			'/tokens': {
				get: operation({
					summary: 'One’s own tokens, without their secrets',
					answer: json(api.tokens)
				}),
				post: operation({
					summary:
						'Makes a token, which is shown this once; asked by a person who is signed in, not by a token',
					body: json(newToken),
					status: 201,
					answer: json(api.madeToken)
				})
			},
			'/tokens/{id}': {
				delete: operation({
					summary: 'Removes a token; it is good for nothing from then on',
					parameters: [inPath('id', 'The token')],
					answer: json(api.removed)
				})
			},
			'/inquiries/{id}/people': {
				get: operation({
					summary: 'Who takes part in an inquiry; links by which it is read are named to its owner alone',
					parameters: [inquiryId],
					answer: json(api.participants)
				}),
				put: operation({
					summary:
						'Says who takes part from now on, all at once; naming another owner gives the inquiry away',
					parameters: [inquiryId],
					body: json(participantsBody),
					answer: json(api.participants)
				})
			},
			'/watches': {
				get: operation({ summary: 'The watches', answer: json(api.watches) }),
				post: operation({
					summary:
						'Watches the strategy of an inquiry in an index, all its strategies as a pooled list, or CQL in an index',
					body: json(newWatch),
					status: 201,
					answer: json(api.watch)
				})
			},
			'/watches/{id}': {
				delete: operation({
					summary: 'Removes a watch with what it found; what stands on reading lists stays',
					parameters: [inPath('id', 'The watch')],
					answer: json(api.watchRemoved)
				})
			},
			'/watches/{id}/new': {
				get: operation({
					summary: 'Records that a watch found and nobody has looked at, latest first',
					parameters: [inPath('id', 'The watch')],
					answer: json(api.news)
				})
			},
			'/inquiries/{id}/repairs': {
				get: operation({
					summary: 'What later editions touch in the crosswalk, with what is proposed for it',
					parameters: [inquiryId],
					answer: json(api.repairs)
				})
			},
			'/inquiries/{id}/repairs/{repair}': {
				post: operation({
					summary: 'Takes a repair; with `leave` and a reason, leaves what it is for as it is',
					parameters: [inquiryId, inPath('repair', 'The repair')],
					body: json(repairBody),
					answer: json(api.repaired)
				})
			},
			'/inquiries/{id}/pearls': {
				get: operation({
					summary: 'How well the strategies find the pearls, and what would catch those that they miss',
					parameters: [inquiryId],
					answer: json(api.pearls)
				})
			},
			'/inquiries/{id}/pearls/{code}/{record}': {
				put: operation({
					summary: 'Marks a record as a pearl',
					parameters: [inquiryId, code, inPath('record', 'The record')],
					answer: json(api.pearls)
				}),
				delete: operation({
					summary: 'Takes back that a record is a pearl',
					parameters: [inquiryId, code, inPath('record', 'The record')],
					answer: json(api.pearls)
				})
			},
			'/inquiries/{id}/reading-list': {
				get: operation({
					summary: 'The reading list: works set aside, and what was decided of each',
					parameters: [inquiryId],
					answer: json(api.readingList)
				}),
				put: operation({
					summary: 'Sets the reading list: works that are not named are taken off it',
					parameters: [inquiryId],
					body: json(listedBody),
					answer: json(api.readingList)
				})
			},
			...Object.fromEntries(
				Object.entries(RECORD_FORMATS).map(([type, { ending }]) => [
					`/inquiries/{id}/reading-list.${ending}`,
					{
						get: operation({
							summary: `The reading list as ${ending.toUpperCase()}, with fixes of citations applied`,
							parameters: [
								inquiryId,
								inQuery('decision', 'Only works so decided: keep, drop, open, parted by commas'),
								inQuery('abstracts', 'no: without abstracts'),
								inQuery('headings', 'no: without headings')
							],
							answer: file(type)
						})
					}
				])
			),
			'/inquiries/{id}/strategies/{code}/check': {
				get: operation({
					summary: 'What is probably wrong with the strategy for an index, the largest effect first',
					parameters: [inquiryId, code],
					answer: json(api.check)
				})
			},
			'/inquiries/{id}/strategies/{code}.cql': {
				get: operation({
					summary: 'The strategy for an index as CQL',
					parameters: [inquiryId, code],
					answer: file('text/plain')
				})
			},
			'/inquiries/{id}/strategies/{code}.txt': {
				get: operation({
					summary: 'The strategy in the dialect of the index',
					parameters: [inquiryId, code],
					answer: file('text/plain')
				})
			},
			...Object.fromEntries(
				Object.entries(CROSSWALK_TYPES).map(([ending, type]) => [
					`/inquiries/{id}/crosswalk.${ending}`,
					{
						get: operation({
							summary: `The crosswalk as ${ending}`,
							parameters: [inquiryId],
							answer: file(type)
						})
					}
				])
			)
		}
	};
}
