/** What each part of a strategy would change if it were otherwise: where to look when there is too much or too little. */
import { fieldLabel, withoutLimits, type Command } from '$core/crosswalk';
import { labelOfTest, type Line } from '$core/search';
import type { IndexSummary } from '$lib/server/vocabulary';
import type { StrategySession } from './strategy-session.svelte';
import { changeWords } from './change-words';

export interface Effect {
	/** The change in words. */
	what: string;
	/** Which part of the strategy. */
	part: string;
	/** The part is a heading of the vocabulary. */
	isHeading: boolean;
	/** Records more, or fewer. */
	by: number;
	command: Command;
}

const nameOf = (line: Line) =>
	line.kind === 'heading' ? labelOfTest(line.test) : line.kind === 'word' ? `“${line.test.text}”` : line.text;

/** Every single change with an effect, largest first. */
export function effectsOf(session: StrategySession, index: IndexSummary): Effect[] {
	const { view, settings, code } = session;
	const { yields, strategy } = view;
	if (!yields || view.typed) return [];
	const set = (fields: Partial<typeof settings>): Command => {
		const { id: _, ...rest } = fields;
		return { kind: 'strategy.set', indexCode: code, ...rest };
	};
	const effects: Effect[] = [];
	for (const own of yields.blocks) {
		const block = strategy.blocks.find(({ id }) => id === own.id);
		if (!block) continue;
		effects.push({
			what: 'leave the concept out (waiting)',
			part: block.name,
			isHeading: false,
			by: own.without - yields.count,
			command: { kind: 'concept.set', id: own.id, status: 'waiting' }
		});
		for (const lineYield of own.lines) {
			const line = block.lines.find(({ id }) => id === lineYield.id);
			if (!line || line.kind === 'expression') continue;
			// The only line of a block is the block, which stands above.
			if (own.lines.length > 1)
				effects.push({
					what: 'leave it out',
					part: nameOf(line),
					isHeading: line.kind === 'heading',
					by: lineYield.gain - lineYield.loss,
					command: set({ off: [...settings.off, line.id] })
				});
			if (line.kind !== 'heading') continue;
			for (const { change, count } of lineYield.changed) {
				// A switch that no index of this kind has can still be taken off.
				if (
					(change === 'chief' && !index.hasChief && !line.test.chief) ||
					(change === 'narrower' && !index.hierarchical)
				)
					continue;
				effects.push({
					what: changeWords(change, line.test),
					part: nameOf(line),
					isHeading: true,
					by: count - yields.count,
					command: {
						kind: 'pick.set',
						id: line.id,
						...(change === 'chief' && { chief: !line.test.chief }),
						...(change === 'narrower' && { withNarrower: !line.test.withNarrower }),
						...(change === 'aspects' && { aspects: [] })
					}
				});
			}
		}
	}
	for (const { field, removes } of yields.limits) {
		const commands = withoutLimits(session.inquiry, code, [field]);
		// One that the text itself names is changed there.
		if (commands.length === 0) continue;
		effects.push({
			what: 'remove the limit',
			part: view.limits.find((limit) => limit.field === field)?.label ?? field,
			isHeading: false,
			by: removes,
			command:
				commands.length === 1
					? commands[0]
					: { kind: 'many', title: `Removed the limit ${fieldLabel(field)}`, commands }
		});
	}
	return effects.filter(({ by }) => by !== 0).sort((a, b) => Math.abs(b.by) - Math.abs(a.by));
}
