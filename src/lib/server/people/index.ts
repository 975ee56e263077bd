/** Who acts, and what they may do. */
export { INQUIRY_ROLES, LOCAL_PERSON, allow, notAllowed } from './access';
export type { Action, InquiryRole, Person } from './access';
export { dropOldAttempts } from './attempt-rows';
export { administratorsLog, endAccount, listGroups, listPeople } from './administration';
export { firstInvitation, invitedBy, openInvitations, proveOneself } from './invitations';
export { newKey } from './keys';
export * from './people-schema';
export { clearSessionCache, personLately, closeSessionCache, whenPeopleChange } from './session-cache';
export { areHere, hasAccounts, hasPassword, isHere, noteForAdministrators } from './people-rows';
export { ownAccount } from './own-account';
export { accountsFault, isOpenToAll, secret, signOnProvider, withAccounts } from './settings';
export { openSessions } from './signing-in';
export type { Caller } from './caller';
export { listTokens, personByToken } from './tokens';
export type { Token } from './tokens';
export { peopleEndpoints } from './people-endpoints';
