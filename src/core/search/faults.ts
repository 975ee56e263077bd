/** What stands in the way of running a strategy, in words, before it is run. */
import type { Narrower, Strategy } from './strategy';
import { tokensOf } from './word-matching';

/** Why a strategy cannot be run, in words. */
export interface Fault {
	block?: string;
	line?: string;
	field?: string;
	code: 'no-line' | 'unsearchable' | 'cut-away' | 'dates-reversed';
	message: string;
}

/** What stands in the way of running a strategy; empty where nothing does. */
export function faultsOf(strategy: Strategy, narrower: Narrower): Fault[] {
	const faults: Fault[] = [];
	for (const block of strategy.blocks) {
		const lines = block.lines.filter(({ off }) => !off);
		if (lines.length === 0 && block.status === 'required')
			faults.push({
				block: block.id,
				code: 'no-line',
				message: `“${block.name}” has neither a pick nor a word to search here. Pick a heading, give it a word, or set the concept to waiting.`
			});
		for (const line of lines) {
			if (line.kind === 'word') {
				const tokens = tokensOf(line.test.text, line.test.capitals);
				if (typeof tokens === 'string')
					faults.push({ block: block.id, line: line.id, code: 'unsearchable', message: tokens });
			} else if (line.kind === 'heading' && line.test.withNarrower) {
				const cuts = line.test.cuts.map(({ uri }) => uri);
				for (const { uri, label } of line.test.headings)
					if (narrower(uri, cuts).length === 0)
						faults.push({
							block: block.id,
							line: line.id,
							code: 'cut-away',
							message: `The cuts leave nothing of “${label}”: the heading itself is cut. Take back that cut.`
						});
			}
		}
	}
	for (const { field, from, to } of strategy.limits)
		if (from !== undefined && to !== undefined && from > to)
			faults.push({
				field,
				code: 'dates-reversed',
				message: `The range from ${from} to ${to} is the wrong way round: nothing lies in it.`
			});
	return faults;
}
