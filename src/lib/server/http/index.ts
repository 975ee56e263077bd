export { answer, errorAnswer, forPage, UNEXPECTED } from './answers';
export { bodyOf, numberOf, queryOf } from './input';
export { refusal } from './gate';
