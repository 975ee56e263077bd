export { lift, logLikelihood, overRepresentation, type Counts } from './association';
export { isSameWork, workKeys, type WorkKeys } from './duplicates';
