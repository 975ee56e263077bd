/** Who acts, and what they may do. */
export { LOCAL_PERSON, allow } from './access';
export type { Person } from './access';
