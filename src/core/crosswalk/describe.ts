/** Changes in words, for messages and the history. */
import { cellId } from './cells';
import { COMMON_LIMITS, describeLimit, type LimitSetting } from './limits';
import { NO_SETTINGS } from './strategy-settings';
import { SEARCHES } from './inquiry';
import { DECIDED, type ListCommand } from './list-entry';
import type { Command, Fit, Inquiry, Pick, Role, Searches, StrategySettings, WordField } from './inquiry';

export const FIT_WORDS: Record<Fit, string> = {
	notJudged: 'not judged yet',
	exact: 'exact',
	close: 'close',
	broader: 'broader',
	narrower: 'narrower',
	related: 'related'
};

export const ROLE_WORDS: Record<Role, string> = {
	searched: 'searched',
	recorded: 'recorded only',
	rejected: 'rejected'
};

export const WORD_FIELD_WORDS: Record<WordField, string> = {
	keywords: 'in title, abstract and author’s keywords',
	title: 'in titles',
	titleAndAbstract: 'in title and abstract',
	abstract: 'in abstracts',
	headings: 'in headings',
	anywhere: 'anywhere',
	author: 'as author',
	source: 'in the source',
	affiliation: 'as affiliation',
	funder: 'as funder'
};

export const SEARCHES_WORDS: Record<Searches, string> = {
	'headings-and-words': 'headings and words',
	headings: 'headings alone',
	words: 'words alone'
};

const PICK_VERBS: Record<Role, string> = { searched: 'Picked', recorded: 'Recorded', rejected: 'Rejected' };

/** "Walls together with Paint", as a pick is named in a sentence. */
export function pickName(pick: { headings: { label: string }[] }): string {
	return pick.headings.map(({ label }) => label).join(' together with ');
}

/**
 * One line that says what a command does, as it stood before it was carried out.
 * @param indexName from the code of an index to its name
 */
export function describe(inquiry: Inquiry, command: Command, indexName: (code: string) => string): string {
	const concept = (id: string) => inquiry.concepts[id]?.name ?? 'a concept';
	const pick = (id: string): Pick | undefined => inquiry.picks[id];
	const named = (id: string) => {
		const known = pick(id);
		return known ? pickName(known) : 'a pick';
	};
	switch (command.kind) {
		case 'about.set':
			if (command.title !== undefined) return `Named the inquiry “${command.title}”`;
			if (command.question !== undefined) return 'Changed the question';
			if (command.wordField !== undefined)
				return `Words are looked for ${WORD_FIELD_WORDS[command.wordField]}`;
			return 'Changed the subject indexes';
		case 'concept.add':
			return `Added the concept “${command.name}”`;
		case 'concept.set':
			return command.name !== undefined
				? `Renamed “${concept(command.id)}” to “${command.name}”`
				: `Set “${concept(command.id)}” to ${command.status}`;
		case 'concept.move':
			return `Moved the concept “${concept(command.id)}”`;
		case 'concept.merge':
			return `Joined “${concept(command.id)}” with “${concept(command.into)}”`;
		case 'concept.split':
			return `Split “${command.name}” from “${concept(command.id)}”`;
		case 'concept.remove':
			return `Removed the concept “${concept(command.id)}”`;
		case 'word.add':
			return `Added the word “${command.text}” to ${concept(command.conceptId)}`;
		case 'word.set': {
			const text = inquiry.words[command.id]?.text ?? '';
			if (command.text !== undefined) return `Changed the word “${text}” to “${command.text}”`;
			if (command.conceptId !== undefined) return `Moved the word “${text}” to ${concept(command.conceptId)}`;
			if (command.capitals !== undefined)
				return `“${text}” ${command.capitals ? 'matches capitals only' : 'matches in any case'}`;
			if (command.lang !== undefined) return `Set the language of “${text}”`;
			const off = (command.off ?? []).map(indexName).join(', ');
			return off ? `Switched “${text}” off in ${off}` : `Switched “${text}” on everywhere`;
		}
		case 'word.remove':
			return `Removed the word “${inquiry.words[command.id]?.text ?? ''}”`;
		case 'pick.add':
			return `${PICK_VERBS[command.role ?? 'searched']} ${pickName(command)} in ${indexName(command.indexCode)} for ${concept(command.conceptId)}`;
		case 'pick.set':
			if (command.fit === 'notJudged') return `Left ${named(command.id)} to be judged anew`;
			if (command.fit !== undefined) return `Judged ${named(command.id)} ${FIT_WORDS[command.fit]}`;
			if (command.cuts !== undefined && command.cuts.length > 0)
				return `Cut ${command.cuts.map(({ label }) => label).join(', ')} from ${named(command.id)}`;
			if (command.withNarrower !== undefined || command.cuts !== undefined)
				return `${named(command.id)} ${(command.withNarrower ?? true) ? 'with' : 'without'} narrower headings`;
			if (command.chief !== undefined)
				return `${named(command.id)} ${command.chief ? 'chief only' : 'chief or not'}`;
			if (command.aspects !== undefined)
				return command.aspects.length > 0
					? `${named(command.id)} with the aspects ${command.aspects.join(', ')}`
					: `${named(command.id)} with any aspect`;
			if (command.role !== undefined) return `Set ${named(command.id)} to ${ROLE_WORDS[command.role]}`;
			return command.slots !== undefined && command.note === undefined
				? `Kept what a mapping says of ${named(command.id)}`
				: `Wrote a note on ${named(command.id)}`;
		case 'pick.follow':
			return describeFollowing(named(command.id), command);
		case 'pick.remove':
			return `Removed ${named(command.id)}`;
		case 'cell.noHeading':
			return `Decided: no heading for ${concept(command.conceptId)} in ${indexName(command.indexCode)}${command.note ? `: ${command.note}` : ''}`;
		case 'cell.reopen':
			return `Reopened ${concept(command.conceptId)} in ${indexName(command.indexCode)}`;
		case 'cell.set':
			return `Set ${concept(command.conceptId)} in ${indexName(command.indexCode)}`;
		case 'sighting.add':
			return `Set “${command.text}” aside`;
		case 'sighting.set': {
			const text = inquiry.sightings[command.id]?.text ?? '';
			if (command.state === 'open') return `Set “${text}” aside again`;
			return command.state === 'used' ? `Used the sighting “${text}”` : `Dismissed the sighting “${text}”`;
		}
		case 'comment.add':
			return `Said: “${shortened(command.text)}”`;
		case 'comment.set':
			return `${command.isSettled ? 'Settled' : 'Took up again'}: “${shortened(inquiry.comments[command.id]?.text)}”`;
		case 'comment.remove':
			return `Took back: “${shortened(inquiry.comments[command.id]?.text)}”`;
		case 'pearl.add':
			return `Marked “${command.title || command.record}” as a pearl`;
		case 'pearl.remove': {
			const { title = '', record = '' } = inquiry.pearls[command.id] ?? {};
			return `“${title || record}” is no longer a pearl`;
		}
		case 'entries.add':
		case 'entries.set':
		case 'entries.remove':
			return describeListed(inquiry, command);
		case 'strategy.set': {
			const parts = strategyParts(inquiry, command);
			const [first = 'changed something', ...others] = parts;
			const said = [first[0].toUpperCase() + first.slice(1), ...others].join('; ');
			return `${said} in the strategy for ${indexName(command.indexCode)}`;
		}
		case 'limit.set':
			return command.indexCode === undefined
				? `Set for all indexes the limit ${limitInWords(command.limit)}`
				: `${ownLimitSet(inquiry, command.indexCode, command.limit)} in the strategy for ${indexName(command.indexCode)}`;
		case 'limit.remove':
			return command.indexCode === undefined
				? `Removed the limit ${fieldLabel(command.field)} that was set for all indexes`
				: `Removed the limit ${fieldLabel(command.field)} in the strategy for ${indexName(command.indexCode)}`;
		case 'limit.lift':
			return command.lifted
				? `Lifted the limit ${fieldLabel(command.field)} in ${indexName(command.indexCode)}`
				: `The limit ${fieldLabel(command.field)} holds again in ${indexName(command.indexCode)}`;
		case 'name.set':
			if (command.to === null) return `“${command.says}” is joined by the rule for names again`;
			return command.to === ''
				? `“${command.says}” is somebody else`
				: `“${command.says}” is the same person as “${command.toSays ?? ''}”`;
		case 'many':
			return command.title;
	}
}

/** The reasons that a command gives for what it picks in a cell, each once; empty where it gives none. */
export function reasonsIn(command: Command, cell: string): string[] {
	const commands = command.kind === 'many' ? command.commands : [command];
	const reasons = commands.flatMap((one) =>
		one.kind === 'pick.add' && one.because && cellId(one.conceptId, one.indexCode) === cell
			? [commands.length > 1 ? `${pickName(one)}: ${one.because}` : one.because]
			: []
	);
	return [...new Set(reasons)];
}

/** What a command changes in the settings of a strategy, each part in words: from what to what. */
function strategyParts(inquiry: Inquiry, command: Extract<Command, { kind: 'strategy.set' }>): string[] {
	const before: Omit<StrategySettings, 'id'> = { ...NO_SETTINGS, ...inquiry.strategies[command.indexCode] };
	const parts: string[] = [];
	if (command.text !== undefined && command.text !== before.text)
		parts.push(command.text === '' ? 'followed the crosswalk again' : 'edited the text');
	if (command.lifted !== undefined && command.lifted !== before.lifted)
		parts.push(`${command.lifted ? 'lifted' : 'restored'} all limits`);
	if (command.limits) parts.push(...limitParts(before.limits, command.limits));
	const concept = (id: string) => inquiry.concepts[id]?.name ?? 'a concept';
	for (const [id, field] of Object.entries(command.fields ?? {})) {
		const was = before.fields[id] ?? inquiry.about.wordField;
		if (field !== was)
			parts.push(
				`words of ${concept(id)} are looked for ${WORD_FIELD_WORDS[field]} instead of ${WORD_FIELD_WORDS[was]}`
			);
	}
	const searches = Object.entries(command.searches ?? {}).filter(
		([id, now]) => now !== (before.searches[id] ?? 'headings-and-words')
	);
	for (const now of SEARCHES) {
		const names = searches.filter(([, one]) => one === now).map(([id]) => concept(id));
		if (names.length > 0) parts.push(`${SEARCHES_WORDS[now]} are searched for ${names.join(', ')}`);
	}
	if (command.left) {
		for (const [name, reason] of Object.entries(command.left))
			if (before.left[name] === undefined) parts.push(`left a finding of the check as it is: ${reason}`);
		for (const name of Object.keys(before.left))
			if (command.left[name] === undefined) parts.push('took a finding of the check up again');
	}
	if (command.off) {
		const named = (id: string) => {
			const known = inquiry.picks[id];
			return known ? pickName(known) : `“${inquiry.words[id]?.text ?? ''}”`;
		};
		const now = command.off;
		for (const id of now) if (!before.off.includes(id)) parts.push(`left ${named(id)} out`);
		for (const id of before.off) if (!now.includes(id)) parts.push(`took ${named(id)} back`);
	}
	return parts;
}

function limitParts(before: readonly LimitSetting[], after: readonly LimitSetting[]): string[] {
	const said = limitInWords;
	const values = (limit: LimitSetting) => said(limit).slice(fieldLabel(limit.field).length + 2);
	return [
		...after.flatMap((limit) => {
			const old = before.find(({ field }) => field === limit.field);
			if (!old) return [`set the limit ${said(limit)}`];
			if (values(old) === values(limit)) return [];
			return [`changed the limit ${fieldLabel(limit.field)} from ${values(old)} to ${values(limit)}`];
		}),
		...before
			.filter(({ field }) => !after.some((limit) => limit.field === field))
			.map((limit) => `removed the limit ${said(limit)}`)
	];
}

export const limitInWords = (limit: LimitSetting) => describeLimit(limit, fieldLabel(limit.field));

function ownLimitSet({ strategies }: Inquiry, indexCode: string, limit: LimitSetting): string {
	const before = Object.hasOwn(strategies, indexCode) ? strategies[indexCode].limits : [];
	const known = before.filter(({ field }) => field === limit.field);
	const [said = `left the limit ${fieldLabel(limit.field)} as it was`] = limitParts(known, [limit]);
	return said[0].toUpperCase() + said.slice(1);
}

/** What people call a limit: its label where every index has it, else its field in words. */
export function fieldLabel(field: string): string {
	const common = COMMON_LIMITS.find((limit) => limit.field === field)?.label;
	if (common) return common;
	const words = field.replace(/^\w+\./, '').replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
	return words[0].toUpperCase() + words.slice(1);
}

function describeListed({ entries }: Inquiry, command: ListCommand): string {
	const called = ({ title }: { title: string }) => `“${title || 'a work without a title'}”`;
	const works = (count: number) => `${count} ${count === 1 ? 'work' : 'works'}`;
	if (command.kind === 'entries.add') {
		const [first, ...others] = command.entries;
		if (first && others.length === 0) return `Put ${called(first)} on the reading list`;
		return `Put ${works(command.entries.length)} on the reading list, from ${command.from}`;
	}
	const [id, ...more] = command.ids;
	const what = more.length > 0 ? works(command.ids.length) : called(entries[id] ?? { title: '' });
	if (command.kind === 'entries.remove') return `Took ${what} off the reading list`;
	const { decision, reason, note, tags, mends } = command;
	if (decision !== undefined) {
		const said = DECIDED[decision];
		return `${said[0].toUpperCase()}${said.slice(1)} ${what}${reason ? `: ${reason}` : ''}`;
	}
	if (reason !== undefined) return `Gave a reason for ${what}`;
	if (note !== undefined) return `Wrote a note on ${what}`;
	if (tags !== undefined)
		return tags.length > 0 ? `Tagged ${what} ${tags.join(', ')}` : `Took the tags off ${what}`;
	if (mends !== undefined) return `Fixed the citation of ${what}`;
	return `Changed the records of ${what}`;
}

/** What became of a pick when its vocabulary came in another edition. */
function describeFollowing(
	name: string,
	{ edition, headings, because }: Extract<Command, { kind: 'pick.follow' }>
): string {
	const why = because ? `: ${because}` : '';
	const now = headings ? pickName({ headings }) : name;
	return now === name
		? `Kept ${name} as it is in the edition ${edition}${why}`
		: `${name} is ${now} in the edition ${edition}${why}`;
}

/** So much of what somebody said stands in a line of the history. */
const shortened = (text = '') => (text.length > 80 ? `${text.slice(0, 79)}…` : text);
