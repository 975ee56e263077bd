import { ask, inWords } from '$lib/client/ask';
import type { Cited } from '$lib/server/records';
import { askedStyle } from './style-in-use.svelte';

/** Works of the list in the style in use: a few are there at once, many after a while that can be watched and ended. */
export class FormattedList {
	cited = $state.raw<Cited[] | undefined>();
	fault = $state('');
	/** How much of it is done, from 0 to 1, while it is waited for. */
	share = $state<number | undefined>();
	private asked = 0;
	private job = '';

	constructor(private readonly inquiryId: string) {}

	/** @param which the part of the list, or works of it by their entries */
	async make(which: { part?: string; ids?: string[] }): Promise<void> {
		const turn = ++this.asked;
		await this.leave();
		const place = `/inquiry/${this.inquiryId}/reading-list/citations/formatted`;
		let { value, fault } = await ask<{ cited?: Cited[]; job?: string; done?: number; total?: number }>(
			place,
			{
				body: { ...which, ...askedStyle() }
			}
		);
		const job = value?.job;
		while (turn === this.asked && job && value && !value.cited) {
			this.job = job;
			this.share = value.total ? (value.done ?? 0) / value.total : 0;
			await new Promise((resolve) => setTimeout(resolve, 300));
			({ value, fault } = await ask(`${place}/${job}`));
		}
		if (turn !== this.asked) return;
		this.job = '';
		this.share = undefined;
		this.fault = fault ? inWords(fault, 'Nothing is lost.') : '';
		if (value?.cited) this.cited = value.cited;
	}

	/** Ends what is being made. */
	async leave(): Promise<void> {
		const { job } = this;
		this.job = '';
		this.share = undefined;
		if (job) await ask(`/api/v1/jobs/${job}`, { method: 'DELETE' });
	}
}
