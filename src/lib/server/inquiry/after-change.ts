/** What is to be done once an inquiry was changed: wings above register what is theirs. */
import { log, reasonOf } from '../log';

type AfterChange = (inquiryId: string, revision: number) => Promise<void>;
const all: AfterChange[] = [];

export function registerAfterChange(one: AfterChange): void {
	all.push(one);
}

/** The change stands whatever becomes of what follows from it. */
export async function afterChange(inquiryId: string, revision: number): Promise<void> {
	for (const one of all)
		await one(inquiryId, revision).catch((error: unknown) =>
			log.error({ reason: reasonOf(error), inquiry: inquiryId }, 'what follows a change failed')
		);
}
