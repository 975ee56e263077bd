/** The crosswalk as a workbook of one sheet, out and in. */
import Papa from 'papaparse';
import type { Inquiry } from '../../../core/crosswalk';
import { CROSSWALK_COLUMNS, crosswalkTable } from '../../../core/formats/crosswalk-csv';
import type { IndexName } from '../../../core/formats/crosswalk-rows';
import { guard } from '../../../core/formats/csv-guard';

/** A sheet with more than this is no crosswalk, and would fill the memory before it could be refused. */
const MOST_ROWS = 100_000;
const MOST_COLUMNS = 200;
/** Of a workbook when it is unpacked, in bytes. */
const MOST_BYTES = 200 * 2 ** 20;

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
	if (sizeUnpacked(bytes) > MOST_BYTES) throw new Error('The workbook is too large to be a crosswalk.');
	const { default: exceljs } = await import('exceljs');
	const book = new exceljs.Workbook();
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

/** How large the files in a ZIP archive say they are, by its directory (APPNOTE 4.3.12). O(files). */
export function sizeUnpacked(bytes: Buffer): number {
	const ENTRY = 0x02014b50;
	const END = Buffer.from([0x50, 0x4b, 0x05, 0x06]);
	const end = bytes.lastIndexOf(END);
	if (end < 0 || end + 20 > bytes.length) return 0;
	let size = 0;
	for (let at = bytes.readUInt32LE(end + 16); at + 46 <= bytes.length;) {
		if (bytes.readUInt32LE(at) !== ENTRY) break;
		size += bytes.readUInt32LE(at + 24);
		at += 46 + bytes.readUInt16LE(at + 28) + bytes.readUInt16LE(at + 30) + bytes.readUInt16LE(at + 32);
	}
	return size;
}
