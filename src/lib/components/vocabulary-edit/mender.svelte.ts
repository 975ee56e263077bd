/** Sends a change to an own vocabulary and waits until it is in use, which takes a moment. */
import { invalidateAll } from '$app/navigation';
import { page } from '$app/state';
import type { HeadingFields, Mending } from '$core/vocabulary/vocabulary-edit';
import { ask, inWords } from '$lib/client/ask';
import type { HeadingSheet } from '$lib/server/browse';
import type { IndexSummary } from '$lib/server/vocabulary';

const KEPT = 'Your text is still here. Try again in a moment.';
/** Milliseconds between two questions how far it is. */
const PAUSE = 150;

interface JobNow {
	state: string;
	report?: { error?: { message: string } };
}

export class Mender {
	/** Why it was not done, in words. */
	problem = $state('');
	busy = $state(false);

	/** @returns whether it was done; everything on the screen is then as it is now */
	async send(code: string, mending: Mending): Promise<boolean> {
		if (this.busy) return false;
		this.busy = true;
		this.problem = '';
		const problem = await this.done(code, mending);
		if (problem === undefined) await invalidateAll();
		this.problem = problem ?? '';
		this.busy = false;
		return problem === undefined;
	}

	private async done(code: string, mending: Mending): Promise<string | undefined> {
		const { value, fault } = await ask<{ job?: string }>(`/indexes/${code}/mend`, { body: mending });
		if (fault) return inWords(fault, KEPT);
		while (value.job !== undefined) {
			const { value: job, fault: away } = await ask<JobNow>(`/api/v1/jobs/${value.job}`);
			if (away) return inWords(away, KEPT);
			if (job.state === 'done') return undefined;
			if (job.state === 'failed') return job.report?.error?.message ?? `It could not be done. ${KEPT}`;
			await new Promise((resolve) => setTimeout(resolve, PAUSE));
		}
		return undefined;
	}
}

/** Whether whoever looks may change the headings of an index, and they are changed here. */
export const mayMend = ({ own }: Pick<IndexSummary, 'own'>): boolean =>
	own && ['administrator', 'librarian'].includes((page.data.me as { role?: string } | undefined)?.role ?? '');

/** What of a heading is changed by hand, as its sheet has it; the server compares it with what is there then. */
export function fieldsOfSheet(sheet: HeadingSheet): HeadingFields {
	const lang = sheet.labels[0]?.lang ?? '';
	const note = (kind: string) =>
		sheet.notes.find((one) => one.kind === kind && one.lang === lang)?.text ?? '';
	return {
		label: sheet.label,
		entryTerms: sheet.entryTerms
			.filter(({ together }) => !together)
			.map((term) => (term.lang === lang ? term.text : `${term.text} @${term.lang || 'und'}`)),
		broader: sheet.broader.map(({ id }) => id),
		related: sheet.related.map(({ id }) => id),
		scopeNote: note('scope'),
		historyNote: note('history'),
		notation: sheet.notation ?? '',
		introduced: sheet.introduced === null ? '' : String(sheet.introduced),
		retired: sheet.retiredIn === null ? '' : sheet.retiredIn === 0 ? 'yes' : String(sheet.retiredIn)
	};
}
