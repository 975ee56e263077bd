export { lift, logLikelihood, overRepresentation, type Counts } from './association';
export { isSameWork, workKeys } from './duplicates';
