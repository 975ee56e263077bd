/** Between HTTP and the services: answers, errors, what comes in. */
export { ownPath } from './own-address';
export { answer, asServiceError, errorAnswer, forPage, UNEXPECTED } from './answers';
export { bodyOf, boundOpenBody, numberOf, queryOf } from './input';
export { callerOf, rememberLink, signed, authenticate } from './callers';
export { actionOf, allowByLink, allowRoute, methodsOf } from './route-actions';
export { refusal } from './gate';
export {
	apiComposition,
	apiDifference,
	apiHeading,
	apiIndex,
	apiLookup,
	apiSuggestions,
	apiPearls,
	apiReadingList,
	apiPhrases,
	apiRecord,
	apiRepair,
	apiSearch,
	apiWatch
} from './api-answers';
export { openApi } from './openapi';
export { oneMoreRequest } from './rates';
