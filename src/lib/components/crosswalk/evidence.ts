import type { EvidenceLine } from '$lib/server/crosswalk';
import type { Tier } from '$core/lookup';
import { number } from '../parts/numbers';
import { REASONS } from '../marks/reasons';

/** Why a heading is suggested, in a line. */
export function evidenceWords(evidence: EvidenceLine, indexName: (code: string) => string): string {
	if (evidence.kind === 'neighbour') {
		const relation = evidence.relation === 'sibling' ? 'a sibling of' : `${evidence.relation} to`;
		return `${relation} ${evidence.of}, which matches`;
	}
	if (evidence.kind !== 'label') {
		const { kind, a, n, lift } = evidence;
		const times = lift >= 10 ? Math.round(lift) : lift.toFixed(1);
		return kind === 'coTagging'
			? `on ${number(a)} of ${number(n)} works tagged with the picks of other indexes · ${times} times its usual share`
			: `on ${number(a)} of ${number(n)} records with the words · ${times} times its usual share`;
	}
	const { source, text, from, tier, matched } = evidence;
	const how = `${REASONS[tier as Tier]}${matched && tier !== 'exact' && tier !== 'note' ? `: ${matched}` : ''}`;
	if (!from) return `“${text}” · ${how}`;
	const via = source === 'entry term' ? `${text}, entry term of ${from.label}` : from.label;
	return `${via}, picked in ${indexName(from.indexCode)} · ${how}`;
}
