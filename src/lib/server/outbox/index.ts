/** Messages in an outbox: given by whoever may, kept as files of mail; those about accounts are sent where that is set. */
export { insertComposed, putMessage } from './outbox';
export type { MessageKind } from './outbox';
export { messageLines, messageRow, withdraw } from './outbox-rows';
export { sends, sendWaiting } from './sending';
