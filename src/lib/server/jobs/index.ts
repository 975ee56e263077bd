/** Background work: queue, progress, cancelling, threads. It knows no kind of work by name. */
export { ImportError } from './import-error';
export { dropOldResults, finishJob, isLoading, resultOf } from './job-rows';
export { MOST_SECONDS, findJob, recentJobs, settleLeftovers, startJob, stopJobs } from './jobs';
export { StrictText } from './strict-text';
export { registerWork, workOf } from './thread-work';
export type { Finish, Progress } from './thread-work';
export { readInThread, type Reading, type ReadingFault } from './reading-threads';
export { runThread, threadPool } from './threads';
export type { ThreadInput, ThreadOutcome, ThreadProgress } from './threads';
export { MOST_BYTES, formatOf, uploadOf } from './uploads';
export type { Upload } from './uploads';
export { jobAccepted } from './jobs-api';
export { jobsEndpoints } from './jobs-endpoints';
