/** Inquiries: their rows, changes, history and document. */
export {
	reviewOfCopy,
	independentReviews,
	compareReviews,
	beginReview,
	endReview,
	setReviewDone
} from './independent-review';
export type { ReviewCopy, ReviewLine } from './independent-review';
export { reviewBody } from './independent-review-schema';
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
export { chosenIndexes, copyInquiry, createInquiry, listInquiries, setInquiryState } from './inquiries';
export { changeInquiry, changesSince, historyOf, readInquiry } from './inquiry-changes';
export type { HistoryEntry } from './inquiry-changes';
export { changeAuthors, namesOf } from './change-authors';
export { readDocument } from './document-reading';
export { undoOrRedo } from './undo';
export { exportInquiry, importInquiry } from './inquiry-document';
export { ownArchive } from './own-data';
export { endStreams, liveStream, sayWhere, streamHead } from './live';
export { isLinkedIndex, liveLinks, ownerOf, seenAmong } from './access-rows';
export { participantsBody } from './participants-schema';
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
export { allowIn, roleIn, takesPart } from './inquiry-access';
export { messageFile, messagesOf, withdrawMessage } from './messages';
export type { MessageLine } from './messages';
export { noInquiry } from './inquiry-rows';
export { loadInquiry, WITHOUT_WORKS } from './loading';
export { coalescedView } from './view-coalescing';
