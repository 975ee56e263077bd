/** The crosswalk as a workbook of one sheet, out and in. */
import { Unzip, UnzipInflate } from 'fflate';
import Papa from 'papaparse';
import type { Inquiry } from '../../../core/crosswalk';
import { CROSSWALK_COLUMNS, crosswalkTable } from '../../../core/formats/crosswalk-csv';
import type { IndexName } from '../../../core/formats/crosswalk-rows';
import { guard } from '../../../core/formats/csv-guard';

/** A sheet with more than this is no crosswalk, and would fill the memory before it could be refused. */
const MOST_ROWS = 100_000;
const MOST_COLUMNS = 200;
/** Of a workbook when it is unpacked, in bytes. */
const MOST_BYTES = 40 * 2 ** 20;
/** Bytes that are unpacked at a time: each may become a thousand times as many. */
const PIECE = 16 * 2 ** 10;

/** Texts are stored as texts, so that none is run as a formula; numbers as numbers. */
export async function crosswalkToXlsx(inquiry: Inquiry, indexes: readonly IndexName[]): Promise<Uint8Array> {
	const { default: exceljs } = await import('exceljs');
	const book = new exceljs.Workbook();
	const sheet = book.addWorksheet('Crosswalk', { views: [{ state: 'frozen', xSplit: 1, ySplit: 1 }] });
	sheet.addRow([...CROSSWALK_COLUMNS]).font = { bold: true };
	for (const row of crosswalkTable(inquiry, indexes))
		sheet.addRow(row.map((cell) => (/^(?:0|[1-9]\d{0,14})$/.test(cell) ? Number(cell) : cell)));
	sheet.columns.forEach((column, i) => {
		column.numFmt = '@';
		column.width = [28, 10, 14, 10, 16, 34, 44, 14, 14, 12, 44, 28][i] ?? 18;
	});
	return new Uint8Array(await book.xlsx.writeBuffer());
}

/**
 * The first sheet of a workbook as CSV: each cell as it stands there, numbers as they are.
 * @throws Error where it is none, or too large
 */
export async function sheetAsCsv(bytes: Buffer): Promise<string> {
	const { default: exceljs } = await import('exceljs');
	const book = new exceljs.Workbook();
	let size: number;
	try {
		size = sizeUnpacked(bytes, MOST_BYTES);
	} catch (error) {
		throw new Error('This is no workbook that can be read.', { cause: error });
	}
	if (size > MOST_BYTES) throw new Error('The workbook is too large to be a crosswalk.');
	try {
		await book.xlsx.load(bytes as unknown as ArrayBuffer);
	} catch (error) {
		throw new Error('This is no workbook that can be read.', { cause: error });
	}
	const [sheet] = book.worksheets;
	if (!sheet) throw new Error('The workbook has no sheet.');
	const width = sheet.columnCount;
	if (sheet.rowCount > MOST_ROWS || width > MOST_COLUMNS)
		throw new Error(
			`The sheet has ${sheet.rowCount} rows and ${width} columns; a crosswalk has at most ${MOST_ROWS} and ${MOST_COLUMNS}.`
		);
	const rows: string[][] = [];
	sheet.eachRow({ includeEmpty: true }, (row) => {
		rows.push(Array.from({ length: width }, (_, i) => guard(row.getCell(i + 1).text)));
	});
	return Papa.unparse(rows);
}

/**
 * How large the files in a ZIP archive are, as they are unpacked and not as they say; unpacks no further than the bound.
 * @throws Error where it is none
 */
function sizeUnpacked(bytes: Buffer, most: number): number {
	let size = 0;
	const unzip = new Unzip((file) => {
		if (size > most) return;
		file.ondata = (_, piece) => {
			size += piece?.length ?? 0;
			if (size > most) file.terminate();
		};
		file.start();
	});
	unzip.register(UnzipInflate);
	for (let at = 0; at < bytes.length && size <= most; at += PIECE) unzip.push(bytes.subarray(at, at + PIECE));
	return size;
}
