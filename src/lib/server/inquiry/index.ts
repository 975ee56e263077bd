/** Inquiries: their rows, changes, history and document. */
export { reviewOfCopy, independentReviews, compareReviews } from './independent-review';
export type { ReviewCopy, ReviewLine } from './independent-review';
export { citation, faultOfCommand, strategySettings, switches, trialBody } from './command-schema';
export { faultOfRows, twice, unknownIndex } from './document-fault';
export { bareRows } from './document-schema';
export { registerAfterChange } from './after-change';
export { insertInquiryOf, originOf } from './inquiry-rows';
export { lastCommands, revisionOf, standingChangesAfter } from './change-rows';
export { undoOrRedo } from './undo';
export { registerDocumentPart } from './document-parts';
export { chosenIndexes, listInquiries, indexNotUsed, setInquiryState } from './inquiries';
export { changeInquiry, historyOf, readInquiry } from './inquiry-changes';
export type { HistoryEntry } from './inquiry-changes';
export { changeAuthors, namesOf } from './change-authors';
export { readDocument } from './document-reading';
export { exportInquiry } from './inquiry-document';
export { endStreams } from './live';
export { liveLinks, ownerOf, seenAmong } from './access-rows';
export {
	inquiryBehind,
	leaveMyself,
	leaveInquiry,
	makeLink,
	participantsOf,
	removePerson,
	setParticipants,
	takeBackLink
} from './participants';
export { allowedIndexes, allowIn, allowIndexes, roleIn, takesPart } from './inquiry-access';
export { messageFile, messagesOf, withdrawMessage } from './messages';
export type { MessageLine } from './messages';
export { noInquiry, notesOfWorks } from './inquiry-rows';
export { loadInquiry, WITHOUT_WORKS } from './loading';
export { momentsOfInquiry, readInquiryAt, revisionIn } from './past';
export type { Moment } from './past';
export { coalescedView } from './view-coalescing';
export { registerOwnData } from './own-data';
export { inquiryEndpoints } from './inquiry-endpoints';
