/** Messages in a stand-in outbox: given by whoever may, kept as files of mail. */
export { insertComposed, putMessage } from './outbox';
export type { MessageKind } from './outbox';
export { messageLines, messageRow, withdraw } from './outbox-rows';
