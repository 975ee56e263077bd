/** Loads a vocabulary as a person does: as a file that is sent, read in the background. */
import { Readable } from 'node:stream';
import { findJob } from '../jobs/jobs';
import { LOCAL_PERSON } from '../people/access';
import { startVocabularyImport } from './vocabulary-upload';

/** @returns the job as it ended */
export async function uploadTurtle(indexCode: string, edition: string, turtle: string, current?: string) {
	const body = Readable.toWeb(Readable.from([Buffer.from(turtle)])) as unknown as ReadableStream<Uint8Array>;
	const upload = { indexCode, edition, contentType: 'text/turtle', length: undefined, body, current };
	const id = await startVocabularyImport(LOCAL_PERSON, upload);
	for (;;) {
		const job = await findJob(LOCAL_PERSON, id);
		if (job.state === 'done' || job.state === 'failed') return job;
		await new Promise((resolve) => setTimeout(resolve, 30));
	}
}

const PREFIXES =
	'@prefix skos: <http://www.w3.org/2004/02/skos/core#> . @prefix oak: <https://oakmoss.example/terms#> . @prefix dct: <http://purl.org/dc/terms/> . @prefix f: <https://fern.example/> .\n';

/** A vocabulary in Turtle from lines such as `f:a "Noise" ; skos:altLabel "Din"`: a heading each. */
export const turtleOf = (lines: readonly string[]) =>
	PREFIXES +
	lines.map((line) => `${line.replace(/^(\S+) "/, '$1 a skos:Concept ; skos:prefLabel "')} .`).join('\n');
