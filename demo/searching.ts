/** How the four stand-in indexes are searched: the limits their records carry, and the wording of their search boxes. */
import { PLAIN_DIALECT, type Dialect, type LimitDefinition } from '../src/core/search';
import type { IndexCode } from './themes';

const choice = (field: string, label: string, values: string): LimitDefinition => ({
	field,
	label,
	kind: 'choice',
	values: values.split('; ')
});
const peerReviewed: LimitDefinition = {
	field: 'oak.peerReviewed',
	label: 'Peer reviewed',
	kind: 'flag',
	values: []
};

export const DEMO_LIMITS: Record<IndexCode, LimitDefinition[]> = {
	bracken: [
		choice(
			'oak.schoolStage',
			'Stage of schooling',
			'early years; primary; lower secondary; upper secondary; higher; adult'
		),
		choice('oak.writtenFor', 'Written for', 'teachers; researchers; school leaders; parents; policy makers'),
		peerReviewed
	],
	sorrel: [
		choice('oak.ageBand', 'Age band', 'birth to 5; 6 to 12; 13 to 17; 18 to 64; 65 and older'),
		choice('oak.tookPart', 'Who took part', 'people; people in care; animals; computer models'),
		choice('oak.studyDesign', 'Study design', 'experiment; survey; follow-up study; interview study; review'),
		{ field: 'oak.participants', label: 'Number of participants', kind: 'number', values: [] },
		peerReviewed
	],
	yarrow: [
		choice('oak.placeOfCare', 'Place of care', 'hospital ward; intensive care; nursing home; day care; home'),
		choice('oak.ageBand', 'Age band', 'children; adults; older adults'),
		choice(
			'oak.wherePublished',
			'Where published',
			'Europe; North America; Asia; Australasia; South America; Africa'
		),
		choice('oak.shift', 'Shift', 'day; night'),
		peerReviewed
	],
	alder: [
		choice('oak.kindOfWork', 'Kind of work', 'measured; modelled; surveyed'),
		choice(
			'oak.buildingType',
			'Building type',
			'school; hospital; office; dwelling; concert hall; laboratory'
		),
		peerReviewed
	]
};

/** Invented wordings, each unlike the others, and each with something that it cannot say. */
export const DEMO_DIALECTS: Record<IndexCode, Dialect> = {
	// Spoken: no marks but quotation marks. It has neither chief headings nor stems.
	bracken: {
		...PLAIN_DIALECT,
		heading: 'topic is "{label}"',
		narrower: '{it} and its kin',
		cut: '{it} but no kin of "{cut}"',
		chief: '',
		aspect: '',
		together: ' along with ',
		word: 'says "{word}"',
		phrase: 'says "{words}"',
		stem: '',
		capitals: '',
		fields: { title: '{it} up top', abstract: '{it} in summary', author: 'by {it}', source: 'out of {it}', affiliation: '', funder: '' },
		or: ', or ',
		and: '; also ',
		not: '; yet never ',
		group: '[{it}]',
		limitValue: '{name}: "{value}"',
		limitRange: '{name} {from} until {to}',
		limitFrom: '{name} {from} onward',
		limitTo: '{name} until {to}',
		limitNames: { 'dc.date': 'printed', 'oak.schoolStage': 'stage', 'oak.writtenFor': 'readers' }
	},
	// Everything is a call with what it applies to in angle brackets.
	sorrel: {
		...PLAIN_DIALECT,
		heading: 'term<{label}>',
		narrower: 'branch<{it}>',
		cut: 'lop<{it} ~ {cut}>',
		chief: 'core<{it}>',
		aspect: '',
		together: ' & ',
		word: 'w<{word}>',
		phrase: 'w<{words}>',
		stem: 'w<{word}…>',
		capitals: 'caps<{it}>',
		fields: { title: 'head<{it}>', abstract: 'body<{it}>', author: 'maker<{it}>', source: 'in<{it}>', affiliation: 'home<{it}>', funder: '' },
		or: ' | ',
		and: ' & ',
		not: ' & except ',
		group: 'any<{it}>',
		limitValue: '{name}<{value}>',
		limitRange: '{name}<{from} .. {to}>',
		limitFrom: '{name}<{from} ..>',
		limitTo: '{name}<.. {to}>',
		limitNames: { 'dc.date': 'year', 'oak.ageBand': 'ages', 'oak.tookPart': 'subjects', 'oak.studyDesign': 'design', 'oak.participants': 'sample' }
	},
	// Headings carry their switches after them, behind colons.
	yarrow: {
		...PLAIN_DIALECT,
		heading: '“{label}”',
		narrower: '{it}:deep',
		cut: '{it}:skip “{cut}”',
		chief: '{it}:chiefly',
		aspect: '{it}:side “{aspect}”',
		together: ' with ',
		word: "'{word}'",
		phrase: "'{words}'",
		stem: "'{word}'~",
		capitals: '',
		fields: { title: '{it}:title', abstract: '{it}:abstract', author: '{it}:author', source: '{it}:journal', affiliation: '{it}:place', funder: '{it}:grant' },
		or: ' or else ',
		and: ' and then ',
		not: ' leaving out ',
		group: '{{it}}',
		limitValue: '{name} = {value}',
		limitRange: '{name} = {from} to {to}',
		limitFrom: '{name} = {from} to now',
		limitTo: '{name} = start to {to}',
		limitNames: { 'oak.placeOfCare': 'place', 'oak.wherePublished': 'published' }
	},
	// Terse: it has no way to hold two headings together on a record, nor to cut a branch.
	alder: {
		...PLAIN_DIALECT,
		heading: '#{label}#',
		narrower: '{it}^',
		cut: '',
		chief: '',
		aspect: '',
		together: '',
		word: '{word}',
		phrase: '‹{words}›',
		stem: '{word}%',
		capitals: '!{it}',
		fields: { title: '{it}@1', abstract: '{it}@2', author: '{it}@3', source: '{it}@4', affiliation: '', funder: '' },
		or: ' / ',
		and: ' ; ',
		not: ' ;- ',
		group: '({it})',
		limitValue: '{name}:{value}',
		limitRange: '{name}:{from}-{to}',
		limitFrom: '{name}:{from}-',
		limitTo: '{name}:-{to}',
		limitNames: { 'dc.date': 'y', 'dc.language': 'l', 'dc.type': 'k', 'oak.kindOfWork': 'work', 'oak.buildingType': 'building' }
	}
}; // prettier-ignore
