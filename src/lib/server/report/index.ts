/** The report of an inquiry and what goes into it. */
import './report-documents';
export { REPORT_TYPES, handIn, reportFile, reportView, setDraft } from './reports';
export type { ReportView } from './reports';
export { reportDraft, reportQuery } from './report-schema';
export type { ReportDraft } from './report-schema';
