/** Reading what limits are worked out from, as streams in the order of an index's records. */
import { inReading } from '../db';

export interface HeldOfRecord {
	n: number;
	source: string | null;
	year: number | null;
	doi: string | null;
}

/** What a library's catalogue goes by of each record. */
export async function eachHeld(code: string, take: (record: HeldOfRecord) => void): Promise<void> {
	await inReading(async (tx) => {
		const pages = tx.pages<HeldOfRecord>(5_000)`
			select n, coalesce(csl->>'container-title', csl->>'publisher') as source, year, doi
			from records where index_code = ${code} order by n`;
		for await (const rows of pages) rows.forEach(take);
	});
}

export interface IncludedInRecord {
	n: number;
	abstract: boolean;
	keywords: boolean;
	references: boolean;
	doi: boolean;
}

/** What every record includes. */
export async function eachIncluding(code: string, take: (record: IncludedInRecord) => void): Promise<void> {
	await inReading(async (tx) => {
		const pages = tx.pages<IncludedInRecord>(20_000)`
			select n, abstract_length > 0 as abstract, coalesce(csl->>'keyword', '') <> '' as keywords,
				coalesce(references_named, 0) > 0 as references, doi is not null as doi
			from records where index_code = ${code} order by n`;
		for await (const rows of pages) rows.forEach(take);
	});
}
