/** Reports: their facts, their parts, and the document in HTML and Markdown. */
export type { Block, Flow, Line, ReportDocument, Table } from './document';
export { spansOf } from './document';
export type { ReportFacts, ReportRun, ReportTexts } from './report-facts';
export { GUIDELINE } from './guideline';
export { reportToHtml } from './html';
export { reportToMarkdown } from './markdown';
export { numberedLines, switchesInWords } from './strategy-lines';
export { PART_NAMES, REPORT_PARTS, reportOf, type PartName } from './report-parts';
