/** Inquiries: their rows, changes, history and document. */
export {
	citation,
	faultOfCommand,
	fromWindow,
	newInquiry,
	sentCommand,
	strategySettings,
	switches,
	trialBody
} from './command-schema';
export { twice, unknownIndex } from './document-fault';
export { registerDocumentPart } from './document-parts';
export { inquiryDocument, inquirySchema } from './document-schema';
export { copyInquiry, createInquiry, listInquiries, setInquiryState } from './inquiries';
export {
	changeInquiry,
	changesSince,
	decidersOf,
	historyOf,
	namesOf,
	readInquiry,
	stepBackOrForth
} from './inquiry-changes';
export type { HistoryEntry } from './inquiry-changes';
export { exportInquiry, importInquiry } from './inquiry-document';
export { loadInquiry, WITHOUT_WORKS, noInquiry } from './inquiry-rows';
