/** A work of each kind of record, and the styles in which they are cited for the tests. */
import type { CslItem } from '../../../core/evidence/citation';

export const CITED_STYLES = [
	'apa',
	'chicago-author-date',
	'harvard1',
	'vancouver',
	'ieee',
	'nature',
	'american-medical-association',
	'chicago-fullnote-bibliography',
	'modern-humanities-research-association'
] as const;

const by = (...names: string[]) =>
	names.map((name) => {
		const [family, given] = name.split(', ');
		return { family, given };
	});
const issued = (...date: number[]) => ({ 'date-parts': [date] });

export const NINE_KINDS: CslItem[] = [
	{
		id: 'a',
		type: 'article-journal',
		title: 'Reverberation and rest on wards',
		author: by('Ashdene, Katja M.', 'Voss, Per'),
		'container-title': 'Care Environments',
		issued: issued(2012),
		volume: 23,
		issue: 2,
		page: '361-372',
		DOI: '10.5555/om.2012.1'
	},
	{
		id: 'b',
		type: 'book',
		title: 'Quiet by design',
		author: by('Brackley, Iris'),
		publisher: 'Wick Press',
		issued: issued(1998)
	},
	{
		id: 'c',
		type: 'chapter',
		title: 'Ceilings that listen',
		author: by('Camberly, Noor', 'Dorrick, Imre', 'Elmeryd, Tamsin'),
		'container-title': 'Handbook of lived classrooms',
		publisher: 'Aldermarch University Press',
		issued: issued(2005),
		page: '490-501'
	},
	{
		id: 'd',
		type: 'thesis',
		title: 'Noise at the façade',
		author: by('Estevary, Luc E.'),
		publisher: 'Larchwood Polytechnic',
		issued: issued(2019)
	},
	{
		id: 'e',
		type: 'report',
		title: 'Sound levels in single rooms',
		author: by('Faircombe, Ada'),
		publisher: 'Stonebeck Institute',
		issued: issued(2021)
	},
	{
		id: 'f',
		type: 'paper-conference',
		title: 'Alarms counted at night',
		author: by('Gessner-Lowe, Erik', 'Whitlorn, Ana'),
		'container-title': 'Papers of the meeting on calm wards',
		issued: issued(2011),
		page: '12-19'
	},
	{
		id: 'g',
		type: 'article-magazine',
		title: 'A school that whispers',
		author: by('Keldersen, Tove'),
		'container-title': 'The Teacher’s Inquiry',
		issued: issued(2016, 5)
	},
	{
		id: 'h',
		type: 'article-newspaper',
		title: 'Hospital to be rebuilt',
		author: by('Lorimond, Magnus'),
		'container-title': 'The Welland Courier',
		issued: issued(2009, 3, 14)
	},
	{
		id: 'i',
		type: 'review',
		title: 'Twenty years of quiet rooms',
		author: by('Merrivale, Freya'),
		'container-title': 'Annals of Patient Rest',
		issued: issued(2014),
		volume: 8,
		page: '1-22'
	}
];
