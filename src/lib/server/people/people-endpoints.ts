/** What can be asked of people. */
import * as v from 'valibot';
import { endpoint, numberOf } from '../endpoint';
import {
	confirm,
	forgotten,
	renewPassword,
	changePassword,
	register,
	acceptInvitation,
	invite,
	takeBackInvitation
} from './invitations';
import {
	keyBody,
	addressBody,
	renewBody,
	changeBody,
	registerBody,
	signInBody,
	sessionsBody,
	welcomeBody,
	newToken,
	groupBody,
	inviteBody,
	roleBody
} from './people-schema';
import { signed } from './caller';
import {
	endSession,
	signIn,
	signOut,
	signOutEverywhere,
	beginSingleSignOn,
	finishSingleSignOn
} from './signing-in';
import { whoAmI } from './access';
import { meAnswer, tokensAnswer, madeToken } from './people-api';
import { listTokens, makeToken, removeToken } from './tokens';
import { removed } from '../answer-schema';
import {
	setGroup,
	removeGroup,
	administratorsLog,
	listGroups,
	namesLike,
	setRole,
	signOutPerson
} from './administration';

export const peopleEndpoints = [
	/** Confirms an address. */
	endpoint('POST /account/confirm', {
		action: 'open',
		body: keyBody,
		run: async ({ body: { key }, caller }) => {
			await confirm(caller, key);
			return {};
		}
	}),
	/** Sends a link to a new password, where there is an account; the answer is the same where there is none. */
	endpoint('POST /account/forgotten', {
		action: 'open',
		status: 202,
		body: addressBody,
		run: async ({ body: { email }, caller }) => {
			await forgotten(caller, email);
			return {};
		}
	}),
	/** Sets a new password by the key that was sent for it. */
	endpoint('POST /account/new-password', {
		action: 'open',
		body: renewBody,
		run: async ({ body, caller }) => {
			await renewPassword(caller, body);
			return {};
		}
	}),
	/** Change password, by the present one. */
	endpoint('PUT /account/password', {
		action: 'work',
		body: changeBody,
		run: async ({ body, caller }) => signed(await changePassword(caller, body))
	}),
	/** Makes an account by somebody's own wish; the answer says nothing of who is here already. */
	endpoint('POST /account/register', {
		action: 'open',
		status: 202,
		body: registerBody,
		run: async ({ body, caller }) => {
			await register(caller, body);
			return {};
		}
	}),
	/** Ends a session of one's own. */
	endpoint('DELETE /account/sessions/[id]', {
		action: 'work',
		run: async ({ params, caller }) => {
			await endSession(caller, params.id);
			return {};
		}
	}),
	/** Signs in by a password. */
	endpoint('POST /account/sign-in', {
		action: 'open',
		body: signInBody,
		run: async ({ body, caller }) => signed(await signIn(caller, body))
	}),
	/** Signs out, here or everywhere. */
	endpoint('POST /account/sign-out', {
		action: 'open',
		body: sessionsBody,
		run: async ({ body: { everywhere }, caller }) => {
			return signed(await (everywhere ? signOutEverywhere : signOut)(caller));
		}
	}),
	/** Begins signing in with whoever vouches for people. */
	endpoint('POST /account/vouched', {
		action: 'open',
		run: async ({ caller }) => signed(await beginSingleSignOn(caller))
	}),
	/** What whoever vouches for a person sends back. */
	endpoint('GET /account/vouched/[...rest]', {
		action: 'open',
		run: ({ request }) => finishSingleSignOn(request)
	}),
	/** Makes the account that an invitation is for. */
	endpoint('POST /account/welcome', {
		action: 'open',
		body: welcomeBody,
		run: async ({ body, caller }) => signed(await acceptInvitation(caller, body))
	}),
	endpoint('GET /api/v1/me', {
		action: 'read',
		summary: 'Who asks, and what they may do',
		answer: meAnswer,
		run: ({ person }) => Promise.resolve(whoAmI(person))
	}),
	endpoint('GET /api/v1/tokens', {
		action: 'work',
		summary: 'One’s own tokens, without their secrets',
		answer: tokensAnswer,
		run: ({ person }) => listTokens(person)
	}),
	endpoint('POST /api/v1/tokens', {
		action: 'work',
		status: 201,
		summary: 'Makes a token, which is shown this once; asked by a person who is signed in, not by a token',
		answer: madeToken,
		body: newToken,
		run: ({ person, body }) => makeToken(person, body)
	}),
	endpoint('DELETE /api/v1/tokens/[id]', {
		action: 'work',
		summary: 'Removes a token; it is good for nothing from then on',
		answer: removed,
		run: async ({ person, params }) => {
			await removeToken(person, params.id);
			return { removed: params.id };
		}
	}),
	/** Makes a group, or says who is in one. */
	endpoint('PUT /people/groups', {
		action: 'govern',
		body: groupBody,
		run: ({ person, body }) => setGroup(person, body)
	}),
	/** Removes a group. */
	endpoint('DELETE /people/groups/[id]', {
		action: 'govern',
		run: async ({ person, params }) => {
			await removeGroup(person, params.id);
			return {};
		}
	}),
	/** Asks somebody in. */
	endpoint('POST /people/invitations', {
		action: 'govern',
		status: 201,
		body: inviteBody,
		run: async ({ person, body }) => {
			await invite(person, body);
			return {};
		}
	}),
	/** Takes an invitation back. */
	endpoint('DELETE /people/invitations/[id]', {
		action: 'govern',
		run: async ({ person, params }) => {
			await takeBackInvitation(person, params.id);
			return {};
		}
	}),
	/** Entries of the administrators' log, the latest first, or those before one. */
	endpoint('GET /people/log', {
		action: 'govern',
		query: v.object({ before: v.optional(v.string()) }),
		run: ({ person, query: { before } }) =>
			administratorsLog(person, before === undefined ? undefined : numberOf(before, 'an entry of the log'))
	}),
	/** People and groups by how their names begin. */
	endpoint('GET /people/names', {
		action: 'work',
		query: v.object({ q: v.optional(v.string(), '') }),
		run: async ({ person, query: { q } }) => {
			const wanted = q.trim().toLowerCase();
			const [people, groups] = await Promise.all([namesLike(person, q), listGroups(person)]);
			return {
				people,
				groups: groups
					.filter(({ name }) => wanted.length > 1 && name.toLowerCase().includes(wanted))
					.map(({ id, name }) => ({ id, name }))
			};
		}
	}),
	/** What a person may do. */
	endpoint('PUT /people/of/[id]', {
		action: 'govern',
		body: roleBody,
		run: async ({ person, params, body: { role } }) => {
			await setRole(person, params.id, role);
			return {};
		}
	}),
	/** Ends every session of a person. */
	endpoint('DELETE /people/of/[id]/sessions', {
		action: 'govern',
		run: async ({ person, params }) => {
			await signOutPerson(person, params.id);
			return {};
		}
	})
];
