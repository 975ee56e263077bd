/** Property tests draw the same cases every time, so that a run can be told from the one before only by its code. */
import fc from 'fast-check';

fc.configureGlobal({ seed: 20_241, numRuns: 200 });
