/** How the four stand-in indexes are searched: the limits their records carry, and the wording of their search boxes. */
import { PLAIN_DIALECT, type Dialect, type LimitDefinition } from '../src/core/search';
import type { IndexCode } from './themes';

const choice = (field: string, label: string, values: string): LimitDefinition => ({
	field,
	label,
	kind: 'choice',
	values: values.split('; ')
});
const comesWith = choice('oak.comesWith', 'Comes with', 'pictures; tables; data');
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
		comesWith,
		peerReviewed
	],
	sorrel: [
		choice('oak.ageBand', 'Age band', 'birth to 5; 6 to 12; 13 to 17; 18 to 64; 65 and older'),
		choice('oak.tookPart', 'Who took part', 'people; people in care; animals; computer models'),
		choice('oak.studyDesign', 'Study design', 'experiment; survey; follow-up study; interview study; review'),
		{ field: 'oak.participants', label: 'Number of participants', kind: 'number', values: [] },
		comesWith,
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
		comesWith,
		peerReviewed
	],
	alder: [
		choice('oak.kindOfWork', 'Kind of work', 'measured; modelled; surveyed'),
		choice(
			'oak.buildingType',
			'Building type',
			'school; hospital; office; dwelling; concert hall; laboratory'
		),
		comesWith,
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
	// Whole sentences: what is looked at comes first, then what is said of it.
	yarrow: {
		...PLAIN_DIALECT,
		heading: 'its subject is “{label}”',
		narrower: '{it} or anything beneath',
		cut: '{it} though not “{cut}”',
		chief: 'above all {it}',
		aspect: '{it} as regards “{aspect}”',
		together: ' while ',
		word: 'its text speaks of “{word}”',
		phrase: 'its text speaks of “{words}”',
		stem: 'its text speaks of a word begun “{word}”',
		capitals: '',
		fields: { title: 'in its title, {it}', abstract: 'in its summary, {it}', author: 'in its makers, {it}', source: 'in its journal, {it}', affiliation: 'in its places of work, {it}', funder: 'in its thanks, {it}' },
		or: ' or else ',
		and: ' and then ',
		not: ' leaving out ',
		group: '{{it}}',
		limitValue: 'its {name} is {value}',
		limitRange: 'its {name} lies from {from} to {to}',
		limitFrom: 'its {name} lies from {from} on',
		limitTo: 'its {name} lies up to {to}',
		limitNames: { 'dc.date': 'year', 'oak.placeOfCare': 'place', 'oak.wherePublished': 'country of print' }
	},
	// Terse: it has no way to hold two headings together on a record, nor to cut a branch.
	alder: {
		...PLAIN_DIALECT,
		heading: '#{label}#',
		narrower: 'whole {it}',
		cut: '',
		chief: '',
		aspect: '',
		together: '',
		word: '{word}',
		phrase: '‹{words}›',
		stem: '{word}%',
		capitals: '!{it}',
		fields: { title: 'name {it}', abstract: 'gist {it}', author: 'hand {it}', source: 'sheet {it}', affiliation: '', funder: '' },
		or: ' ~ ',
		and: ' ; ',
		not: ' ; less ',
		group: '({it})',
		limitValue: '{name}:{value}',
		limitRange: '{name}:{from}-{to}',
		limitFrom: '{name}:{from}-',
		limitTo: '{name}:-{to}',
		limitNames: { 'dc.date': 'y', 'dc.language': 'l', 'dc.type': 'k', 'oak.kindOfWork': 'work', 'oak.buildingType': 'building' }
	}
}; // prettier-ignore
