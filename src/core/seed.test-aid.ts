/** Property tests draw their cases from the seed of the run. */
import fc from 'fast-check';

fc.configureGlobal({ seed: Number(process.env.OAKMOSS_SEED), numRuns: 200 });
