/** Messages in a stand-in outbox. */
export { insertComposed, messageFile, messagesOf, putMessage, withdrawMessage } from './outbox';
export type { MessageLine } from './outbox';
