/** The report of an inquiry and what goes into it. */
import './report-documents';
export { reportView } from './reports';
export type { ReportView } from './reports';
export type { ReportDraft } from './report-schema';
export { reportEndpoints } from './report-endpoints';
