/** The crosswalk of an inquiry as a file to take away. */
import { crosswalkToCsv } from '../../core/formats/crosswalk-csv';
import { crosswalkToTurtle } from '../../core/formats/crosswalk-turtle';
import type { Person } from './access';
import { ServiceError } from './errors';
import { listIndexes } from './indexes';
import { readInquiry } from './inquiries';

const FORMATS: Record<string, string> = { csv: 'text/csv; charset=utf-8', ttl: 'text/turtle; charset=utf-8' };

export async function exportCrosswalk(
	person: Person | undefined,
	id: string,
	format: string
): Promise<Response> {
	const type = FORMATS[format];
	if (!type)
		throw new ServiceError(
			404,
			'unknown-format',
			`The crosswalk can be had as ${Object.keys(FORMATS).join(' or ')}, not as “${format}”.`
		);
	const [{ inquiry }, indexes] = await Promise.all([readInquiry(person, id), listIndexes(person)]);
	const named = indexes.map(({ code, name, edition }) => ({ code, name, edition: edition ?? '' }));
	const body = format === 'csv' ? crosswalkToCsv(inquiry, named) : crosswalkToTurtle(inquiry);
	return new Response(body, {
		headers: {
			'content-type': type,
			'content-disposition': `attachment; filename="crosswalk-${id}.${format}"`
		}
	});
}
