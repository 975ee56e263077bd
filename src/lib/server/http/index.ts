export { answer, errorAnswer, forPage, UNEXPECTED, type ErrorBody } from './answers';
export { bodyOf, numberOf, queryOf } from './input';
export { refusal } from './gate';
