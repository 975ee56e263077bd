/** Inquiries: their rows, changes, history and document. */
export { apartOfCopy, apartsOf, compareApart, decideApart, endApart, sayDone } from './apart';
export type { ApartCopy, ApartLine } from './apart';
export { apartBody } from './apart-schema';
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
export { changeInquiry, changesSince, historyOf, readInquiry, stepBackOrForth } from './inquiry-changes';
export type { HistoryEntry } from './inquiry-changes';
export { decidersOf, namesOf } from './deciders';
export { readDocument } from './document-reading';
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
} from './taking-part';
export { allowIn, roleIn, takesPart } from './inquiry-access';
export { messageFile, messagesOf, withdrawMessage } from './messages';
export type { MessageLine } from './messages';
export { noInquiry } from './inquiry-rows';
export { loadInquiry, WITHOUT_WORKS } from './loading';
export { sharedView } from './shared-views';
