/** Setting a whole cell at once, by the URIs of headings, as scripts do. */
import { randomUUID } from 'node:crypto';
import type { InferOutput } from 'valibot';
import { cellState, picksOf, type Command, type PickedHeading } from '../../../core/crosswalk';
import { NO_CHIEF, settingsOf } from '../../../core/search';
import type { Person } from '../people';
import { typedHeading } from './crosswalk-import';
import { currentIndex, editionIndex } from '../vocabulary';
import { ServiceError } from '../errors';
import { changeInquiry, readInquiry } from '../inquiry';
import type { cellBody } from './cell-schema';

/** Sets the picks of a cell, or decides that there is no heading; answers with the cell as it now is. */
export async function setCell(
	person: Person | undefined,
	at: { inquiry: string; concept: string; index: string },
	{ picks, noHeading, searches }: InferOutput<typeof cellBody>
) {
	const { index, edition } = await currentIndex(at.index);
	const vocabulary = edition && (await editionIndex(edition));
	const heading = (uri: string): PickedHeading => {
		if (!vocabulary) return typedHeading({ uri, label: '' });
		const n = vocabulary.find(uri);
		if (n === undefined)
			throw new ServiceError(
				422,
				'no-heading',
				`${index.name}, edition ${edition.label}, has no heading “${uri}”. Nothing was changed.`,
				{ uri }
			);
		return { uri: vocabulary.uris.at(n), label: vocabulary.names.at(n) };
	};
	const cell: Command = {
		kind: 'cell.set',
		conceptId: at.concept,
		indexCode: at.index,
		edition: edition?.label ?? '',
		picks: picks.map(({ uris, cuts, ...switches }) => ({
			...switches,
			id: randomUUID(),
			headings: uris.map(heading),
			cuts: cuts?.map(heading)
		})),
		noHeading
	};
	if (searches === undefined) await changeInquiry(person, at.inquiry, cell);
	else {
		const { inquiry, revision: base } = await readInquiry(person, at.inquiry);
		const others = settingsOf(inquiry, at.index).searches;
		const set: Command = {
			kind: 'strategy.set',
			indexCode: at.index,
			searches: { ...others, [at.concept]: searches }
		};
		// What other cells search is written along, so it must be as it was read.
		await changeInquiry(
			person,
			at.inquiry,
			{ kind: 'many', title: 'Set a cell and what it searches', commands: [cell, set] },
			{ base, client: randomUUID() }
		);
	}
	const { inquiry } = await readInquiry(person, at.inquiry);
	return {
		state: cellState(inquiry, at.concept, at.index),
		noHeading: cellState(inquiry, at.concept, at.index) === 'noHeading',
		searches: settingsOf(inquiry, at.index).searches[at.concept] ?? 'headings-and-words',
		...(picks.some(({ chief }) => chief) && !index.hasChief && { remarks: [NO_CHIEF] }),
		picks: picksOf(inquiry, at.concept, at.index).map(({ headings, cuts, ...pick }) => ({
			uris: headings.map(({ uri }) => uri),
			labels: headings.map(({ label }) => label),
			withNarrower: pick.withNarrower,
			cuts: cuts.map(({ uri }) => uri),
			chief: pick.chief,
			aspects: pick.aspects,
			role: pick.role,
			fit: pick.fit,
			note: pick.note
		}))
	};
}
