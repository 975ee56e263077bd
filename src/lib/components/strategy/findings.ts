import type { Command } from '$core/crosswalk';
import { settingsOf } from '$core/search';
import type { JudgedFinding } from '$lib/server/reading';
import { freshId, type InquiryStore } from '../inquiry/inquiry-store.svelte';

/** Leaves a finding as it is, for a reason; without one it is taken up again. */
export function leaveFinding(
	store: InquiryStore,
	code: string,
	{ name }: JudgedFinding,
	reason: string | undefined
): void {
	const { [name]: _, ...others } = settingsOf(store.inquiry, code).left;
	const left = reason === undefined ? others : { ...others, [name]: reason };
	store.send({ kind: 'strategy.set', indexCode: code, left });
}

/** The command that mends a finding; whoever sends one names what it makes. */
export function mendOf({ mend }: JudgedFinding) {
	return mend?.kind === 'word.add' ? { ...mend, id: freshId() } : mend;
}

/** A command as an address has it; the server says whether it makes sense when it is tried. */
export function commandIn(text: string): Command | undefined {
	try {
		const command = JSON.parse(text) as Command | null;
		return typeof command?.kind === 'string' ? command : undefined;
	} catch {
		return undefined;
	}
}
