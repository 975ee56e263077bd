export { lift, logLikelihood, overRepresentation, type Counts } from './association';
export { isSameWork, KnownWorks, workKeys } from './duplicates';
