/** What can be asked of inquiry. */
import * as v from 'valibot';
import { endpoint } from '../endpoint';
import { ownArchive } from './own-data';
import {
	leaveMyself,
	participantsOf,
	setParticipants,
	makeLink,
	takeBackLink,
	leaveInquiry,
	removePerson
} from './participants';
import { leaveBody, keyBody, removeBody } from '../people';
import { listInquiries, createInquiry, copyInquiry, setInquiryState } from './inquiries';
import { inquiriesAnswer, inquiryMade, participantsAnswer } from './inquiry-api';
import { randomUUID } from 'node:crypto';
import { importInquiry, exportInquiry } from './inquiry-document';
import { inquiryDocument, inquirySchema } from './document-schema';
import { newInquiry, sentCommand, fromWindow } from './command-schema';
import { participantsBody } from './participants-schema';
import { reviewBody } from './independent-review-schema';
import { beginReview, endReview, setReviewDone } from './independent-review';
import { changesSince, changeInquiry, historyOf } from './inquiry-changes';
import { liveStream, streamHead, sayWhere } from './live';
import { messageFile, withdrawMessage } from './messages';
import { inquiryDocumentAt, revisionIn } from './past';
import { undoOrRedo } from './undo';

const window = v.pipe(v.string(), v.uuid());

export const inquiryEndpoints = [
	endpoint('GET /api/v1/inquiry.schema.json', { action: 'open', run: () => inquirySchema() }),
	endpoint('GET /account/archive', {
		action: 'work',
		run: ({ person, caller }) => ownArchive(person, caller)
	}),
	/** Ends one's own account. */
	endpoint('DELETE /account/me', {
		action: 'work',
		body: leaveBody,
		run: async ({ person, body, caller }) => {
			await leaveMyself(person, caller, body);
			return {};
		}
	}),
	endpoint('GET /api/v1/inquiries', {
		action: 'read',
		summary: 'The inquiries',
		answer: inquiriesAnswer,
		run: ({ person }) => listInquiries(person)
	}),
	endpoint('POST /api/v1/inquiries', {
		action: 'work',
		status: 201,
		summary: 'Begins an inquiry, or takes a whole one in',
		answer: inquiryMade,
		takesEither: () => v.union([newInquiry, inquiryDocument()]),
		body: v.looseObject({ format: v.optional(v.string()) }),
		run: async ({ person, body }) => {
			const id =
				body.format === undefined
					? await createInquiry(person, { id: randomUUID(), ...v.parse(newInquiry, body) })
					: await importInquiry(person, body);
			return { id };
		}
	}),
	endpoint('GET /api/v1/inquiries/[id]', {
		action: 'read',
		summary: 'A whole inquiry, its history included',
		answer: inquiryDocument,
		run: ({ person, params }) => exportInquiry(person, params.id)
	}),
	endpoint('GET /api/v1/inquiries/[id]/at/[revision]', {
		action: 'read',
		summary: 'An inquiry as it was after a change, without its history; 0 is what it was brought with',
		answer: inquiryDocument,
		run: ({ person, params }) => inquiryDocumentAt(person, params.id, revisionIn(params.revision))
	}),
	endpoint('GET /api/v1/inquiries/[id]/people', {
		action: 'read',
		summary: 'Who takes part in an inquiry; links by which it is read are named to its owner alone',
		answer: participantsAnswer,
		run: ({ person, params }) => participantsOf(person, params.id)
	}),
	endpoint('PUT /api/v1/inquiries/[id]/people', {
		action: 'own-inquiry',
		summary: 'Says who takes part from now on, all at once; naming another owner gives the inquiry away',
		answer: participantsAnswer,
		body: participantsBody,
		run: ({ person, params, body }) => setParticipants(person, params.id, body)
	}),
	endpoint('POST /inquiry/[id]/apart', {
		action: 'change-inquiry',
		status: 201,
		body: reviewBody,
		run: ({ person, params, body }) => beginReview(person, params.id, body)
	}),
	endpoint('DELETE /inquiry/[id]/apart/[apart]', {
		action: 'change-inquiry',
		run: async ({ person, params }) => {
			await endReview(person, params.id, params.apart);
			return {};
		}
	}),
	endpoint('PUT /inquiry/[id]/apart/done', {
		action: 'change-inquiry',
		body: v.strictObject({ done: v.boolean() }),
		run: async ({ person, params, body }) => {
			await setReviewDone(person, params.id, body.done);
			return {};
		}
	}),
	endpoint('GET /inquiry/[id]/changes', {
		action: 'read',
		query: v.object({ since: v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number)) }),
		run: ({ person, params, query }) => changesSince(person, params.id, query.since)
	}),
	endpoint('POST /inquiry/[id]/commands', {
		action: 'change-inquiry',
		body: sentCommand,
		run: ({ person, params, body: { command, ...sender } }) =>
			changeInquiry(person, params.id, command, sender)
	}),
	endpoint('POST /inquiry/[id]/copy', {
		action: 'read',
		status: 201,
		run: async ({ person, params }) => ({ id: await copyInquiry(person, params.id) })
	}),
	endpoint('GET /inquiry/[id]/history', {
		action: 'read',
		query: v.object({
			cell: v.optional(v.pipe(v.string(), v.maxLength(300))),
			before: v.optional(v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number)))
		}),
		run: ({ person, params, query }) => historyOf(person, params.id, query)
	}),
	/** What happens in an inquiry, as it happens. */
	endpoint('GET /inquiry/[id]/live', {
		action: 'read',
		query: v.object({ window: v.optional(window) }),
		run: ({ person, params, query, whoNow }) => liveStream(person, params.id, whoNow, query.window)
	}),
	/** Answers whoever asks only what it would be. */
	endpoint('HEAD /inquiry/[id]/live', {
		action: 'read',
		run: ({ person, params }) => streamHead(person, params.id)
	}),
	/** Where somebody is. */
	endpoint('POST /inquiry/[id]/live', {
		action: 'read',
		body: v.strictObject({
			window,
			/** A cell or a screen; null where the window goes. */
			at: v.nullable(v.pipe(v.string(), v.maxLength(200)))
		}),
		run: async ({ person, params, body }) => {
			await sayWhere(person, params.id, body);
			return {};
		}
	}),
	/** The message as a file of mail. */
	endpoint('GET /inquiry/[id]/outbox/[message]', {
		action: 'take-part',
		run: ({ person, params }) => messageFile(person, params.id, params.message)
	}),
	/** Takes it back. */
	endpoint('DELETE /inquiry/[id]/outbox/[message]', {
		action: 'change-inquiry',
		run: async ({ person, params }) => {
			await withdrawMessage(person, params.id, params.message);
			return {};
		}
	}),
	/** An address by which whoever has it may read. */
	endpoint('POST /inquiry/[id]/people/links', {
		action: 'own-inquiry',
		status: 201,
		run: ({ person, params }) => makeLink(person, params.id)
	}),
	endpoint('DELETE /inquiry/[id]/people/links', {
		action: 'own-inquiry',
		body: keyBody,
		run: async ({ person, params, body: { key } }) => {
			await takeBackLink(person, params.id, key);
			return {};
		}
	}),
	/** Leaves an inquiry of others. */
	endpoint('DELETE /inquiry/[id]/people/me', {
		action: 'read',
		run: async ({ person, params }) => {
			await leaveInquiry(person, params.id);
			return {};
		}
	}),
	endpoint('POST /inquiry/[id]/redo', {
		action: 'change-inquiry',
		body: fromWindow,
		run: ({ person, params, body }) => undoOrRedo(person, params.id, 'redo', body.client)
	}),
	endpoint('PATCH /inquiry/[id]/state', {
		action: 'change-inquiry',
		body: v.pipe(
			v.strictObject({ archived: v.optional(v.boolean()), removed: v.optional(v.boolean()) }),
			v.check((fields) => Object.keys(fields).length > 0, 'Say what is to change: archived or removed.')
		),
		run: async ({ person, params, body }) => {
			await setInquiryState(person, params.id, body);
			return {};
		}
	}),
	endpoint('POST /inquiry/[id]/undo', {
		action: 'change-inquiry',
		body: fromWindow,
		run: ({ person, params, body }) => undoOrRedo(person, params.id, 'undo', body.client)
	}),
	/** Ends the account of a person. */
	endpoint('DELETE /people/of/[id]', {
		action: 'govern',
		body: removeBody,
		run: async ({ person, params, body }) => {
			await removePerson(person, params.id, body);
			return {};
		}
	})
];
