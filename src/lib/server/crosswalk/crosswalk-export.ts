/** The crosswalk of an inquiry as a file to take away. */
import { filesAs } from '../endpoint';
import { cellId, type Inquiry } from '../../../core/crosswalk';
import { crosswalkToCsv } from '../../../core/formats/crosswalk-csv';
import { crosswalkToJson } from '../../../core/formats/crosswalk-json';
import type { IndexName } from '../../../core/formats/crosswalk-rows';
import { crosswalkToJsonLd, crosswalkToTurtle } from '../../../core/formats/crosswalk-skos';
import { crosswalkToSssom } from '../../../core/formats/crosswalk-sssom';
import type { Person } from '../people';
import { ServiceError } from '../errors';
import { listIndexes } from '../vocabulary';
import { changeAuthors, readInquiry } from '../inquiry';
import { crosswalkToXlsx } from './workbook';

interface Format {
	type: string;
	write: (inquiry: Inquiry, indexes: IndexName[]) => string | Promise<string | Uint8Array>;
}

const FORMATS: Record<string, Format> = {
	'sssom.tsv': {
		type: 'text/tab-separated-values; charset=utf-8',
		write: async (inquiry, indexes) => {
			const { last } = await changeAuthors(inquiry.about.id);
			return crosswalkToSssom(
				inquiry,
				indexes,
				({ concept, index, pick }) =>
					last.get(pick ? `picks/${pick.id}` : `cells/${cellId(concept.id, index.code)}`) ?? {
						by: '',
						on: ''
					}
			);
		}
	},
	ttl: { type: 'text/turtle; charset=utf-8', write: crosswalkToTurtle },
	jsonld: { type: 'application/ld+json; charset=utf-8', write: crosswalkToJsonLd },
	csv: { type: 'text/csv; charset=utf-8', write: crosswalkToCsv },
	xlsx: { type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', write: crosswalkToXlsx },
	json: {
		type: 'application/json; charset=utf-8',
		write: (inquiry, indexes) => JSON.stringify(crosswalkToJson(inquiry, indexes), null, '\t')
	}
};

export const crosswalkFiles = filesAs(
	Object.fromEntries(Object.entries(FORMATS).map(([ending, { type }]) => [ending, type])),
	(ending) => `The crosswalk as ${ending}`
);

export async function exportCrosswalk(
	person: Person | undefined,
	id: string,
	format: string
): Promise<Response> {
	const known = Object.hasOwn(FORMATS, format) ? FORMATS[format] : undefined;
	if (!known)
		throw new ServiceError(
			404,
			'unknown-format',
			`The crosswalk can be had as ${Object.keys(FORMATS).join(', ')}, not as “${format}”.`
		);
	const [{ inquiry }, indexes] = await Promise.all([readInquiry(person, id), listIndexes(person)]);
	const named = indexes.map(({ code, name, edition }) => ({ code, name, edition: edition ?? '' }));
	const body = await known.write(inquiry, named);
	return new Response(body as BodyInit, {
		headers: {
			'content-type': known.type,
			'content-disposition': `attachment; filename="crosswalk-${encodeURIComponent(id)}.${format}"`
		}
	});
}
