/** Headings of an own vocabulary, typed and changed on their sheets: each change gives an edition, in the background. */
import type { InferOutput } from 'valibot';
import { ServiceError } from '../errors';
import { ImportError, startJob } from '../jobs';
import { allow, type Person } from '../people';
import { removeOvertaken, sqlHere } from './edition-rows';
import { currentIndex, warmUp } from './editions';
import { updateIndex } from './index-rows';
import type { mendingBody } from './subject-index-schema';
import type { MendingRequest } from './edited-vocabulary';
import { importVocabulary } from './vocabulary-import';

/** Says whether the headings of an index are typed and changed here. */
export async function setOwn(person: Person | undefined, code: string, own: boolean): Promise<void> {
	allow(person, 'change-indexes');
	await currentIndex(code);
	await updateIndex(code, { own });
}

/** A vocabulary of so many headings is made anew in a fraction of a second; a thread takes longer to begin. */
const FEW = 2_000;

/** Makes a change. @returns the job that makes an edition of it, where that is not done already */
export async function startMending(
	person: Person | undefined,
	code: string,
	mending: InferOutput<typeof mendingBody>
): Promise<string | undefined> {
	const { id: startedBy } = allow(person, 'change-indexes');
	const { index, edition: before } = await currentIndex(code);
	if (!index.own)
		throw new ServiceError(
			409,
			'not-own',
			`The vocabulary of ${index.name} comes from files. To change headings here, choose so on the screen of subject indexes.`
		);
	const edition = new Date().toISOString().slice(0, 10);
	const request = (): MendingRequest => ({ indexCode: code, edition, mending });
	const done = () =>
		void warmUp()
			.then(() => removeOvertaken(code))
			.catch(() => {});
	if ((before?.headings ?? 0) > FEW)
		return startJob({ kind: 'vocabulary', indexCode: code, edition, startedBy, request, done });
	try {
		await importVocabulary(sqlHere(), request());
	} catch (error) {
		if (error instanceof ImportError) throw new ServiceError(422, error.code, error.message);
		throw error;
	}
	done();
	return undefined;
}
