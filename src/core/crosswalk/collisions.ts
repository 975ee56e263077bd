/** When two people change the same thing at once: what each side said, in words, so that one can be chosen. */
import { contested } from './changes';
import { fieldLabel, FIT_WORDS, limitInWords, pickName, ROLE_WORDS } from './describe';
import type { Change, Fit, Pick, Role, Row } from './inquiry';
import type { LimitSetting, OwnLimit } from './limits';
import { DECIDED, type Decision } from './list-entry';

/** One thing that two sides changed differently. */
export interface Collision {
	/** The thing: a pick, a concept, a word. */
	what: string;
	/** Which part of it. */
	part: string;
	yours: string;
	theirs: string;
}

const PARTS: Record<string, string> = {
	title: 'title',
	question: 'question',
	indexes: 'subject indexes',
	wordField: 'where words are looked for',
	fields: 'where words are looked for',
	searches: 'what is searched',
	left: 'findings left as they are',
	name: 'name',
	status: 'part in the search',
	position: 'place in the order',
	text: 'text',
	lang: 'language',
	capitals: 'capitals only',
	off: 'indexes it is switched off for',
	withNarrower: 'with narrower',
	cuts: 'branches cut',
	chief: 'chief only',
	aspects: 'aspects',
	role: 'role',
	fit: 'fit',
	note: 'note',
	slots: 'what a mapping says besides',
	noHeading: 'no heading here',
	state: 'state',
	conceptId: 'concept',
	decision: 'decision',
	reason: 'reason',
	tags: 'tags',
	mends: 'fixes of the citation',
	records: 'records',
	to: 'whose name it is',
	setting: 'what it leaves',
	limits: 'limits',
	liftedIn: 'indexes it is lifted in',
	row: 'as a whole'
};

/** What a row is called in a sentence. */
export function rowName(row: Row | null): string {
	const fields = row as Partial<{
		name: string;
		text: string;
		title: string;
		headings: Pick['headings'];
		setting: LimitSetting;
		says: string;
	}> | null;
	if (fields?.setting) return `the limit ${fieldLabel(fields.setting.field)}`;
	if (fields?.headings) return pickName({ headings: fields.headings });
	if (fields?.says) return `“${fields.says}”`;
	return fields?.name ?? fields?.text ?? fields?.title ?? 'a cell';
}

function inWords(field: string, value: unknown): string {
	if (field === 'fit') return FIT_WORDS[value as Fit];
	if (field === 'role') return ROLE_WORDS[value as Role];
	if (field === 'decision') return DECIDED[value as Decision];
	if (field === 'setting' && value) return limitInWords(value as LimitSetting);
	if (field === 'limits')
		return (
			(value as OwnLimit[])
				.map((limit) => `${limitInWords(limit)}${limit.isLifted ? ' (lifted)' : ''}`)
				.join('; ') || 'none'
		);
	if (field === 'mends') return Object.keys(value as object).join(', ') || 'none';
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	if (Array.isArray(value))
		return (
			value
				.map((item: string | { label?: string; record?: string }) =>
					typeof item === 'string' ? item : (item.label ?? item.record)
				)
				.join(', ') || 'none'
		);
	return value === undefined || value === '' ? 'nothing' : String(value);
}

/**
 * What a change would overwrite that its maker had not seen; empty where the two go together.
 * @param seenRow the row of a change as its maker saw it
 */
export function collisions(changes: readonly Change[], seenRow: (change: Change) => Row | null): Collision[] {
	return changes.flatMap((change) =>
		contested(seenRow(change), change).map((field) => {
			const what = rowName(change.before ?? change.after ?? seenRow(change));
			if (field === 'row')
				return {
					what,
					part: PARTS.row,
					yours: change.after ? 'changed' : 'removed',
					theirs: change.before ? 'changed' : 'removed'
				};
			const value = (row: Row | null) => inWords(field, (row as unknown as Record<string, unknown>)[field]);
			return { what, part: PARTS[field] ?? field, yours: value(change.after), theirs: value(change.before) };
		})
	);
}
