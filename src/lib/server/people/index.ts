/** Who acts, and what they may do. */
export { INQUIRY_ROLES, LOCAL_PERSON, ROLES, allow, notAllowed, whoAmI } from './access';
export type { Action, InquiryRole, Person } from './access';
export { dropOldAttempts } from './attempt-rows';
export {
	administratorsLog,
	endAccount,
	listGroups,
	listPeople,
	namesLike,
	removeGroup,
	setGroup,
	setRole,
	signOutPerson
} from './administration';
export {
	acceptInvitation,
	changePassword,
	confirm,
	firstInvitation,
	forgotten,
	invite,
	invitedBy,
	openInvitations,
	proveOneself,
	register,
	renewPassword,
	takeBackInvitation
} from './invitations';
export { newKey } from './keys';
export * from './people-schema';
export { clearSessionCache, personLately, closeSessionCache, whenPeopleChange } from './session-cache';
export { areHere, hasAccounts, hasPassword, isHere, noteForAdministrators } from './people-rows';
export { ownAccount } from './own-account';
export { accountsFault, isOpenToAll, secret, signOnProvider, withAccounts } from './settings';
export {
	beginSingleSignOn,
	endSession,
	openSessions,
	signIn,
	signOut,
	signOutEverywhere,
	finishSingleSignOn
} from './signing-in';
export type { Caller, Signed } from './caller';
export { listTokens, makeToken, personByToken, removeToken } from './tokens';
export type { Token } from './tokens';
