/** Between HTTP and the services: answers, errors, what comes in. */
export { ownPath } from './own-address';
export { asServiceError, errorAnswer, forPage, UNEXPECTED } from './answers';
export { boundOpenBody, queryOf } from './input';
export { callerOf, rememberLink, authenticate } from './callers';
export { actionOf, allowByLink, allowRoute, isPage, methodsOf } from './door';
export { serve } from './serve';
export { refusal } from './gate';
export { oneMoreRequest } from './rates';
