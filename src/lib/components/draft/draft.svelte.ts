import { ask } from '$lib/client/ask';
import { cellId, type Concept, type Fit } from '$core/crosswalk';
import type { SuggestionLine } from '$lib/server/crosswalk';
import type { IndexSummary } from '$lib/server/vocabulary';
import { becauseOf, unanswered } from '../crosswalk/evidence';
import { suggestionsAt } from '../inquiry/addresses';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { pickCommand } from '../inquiry/picking';
import { counted } from '../parts/numbers';

/** A cell that was undecided when the draft was begun. */
export interface DraftCell {
	id: string;
	concept: Concept;
	index: IndexSummary;
}

/** A suggestion with the cell it is for. */
export interface DraftLine {
	cell: DraftCell;
	line: SuggestionLine;
}

/** Cells asked about at a time: the server works on as many as it has cores to spare. */
const AT_A_TIME = 2;

/** Suggestions for all undecided cells of an inquiry, or of an index or a concept, gathered cell by cell. */
export class Draft {
	readonly cells: readonly DraftCell[];
	private found = $state.raw<ReadonlyMap<string, readonly SuggestionLine[]>>(new Map());
	failed = $state(0);
	private isGone = false;

	constructor(
		private readonly store: InquiryStore,
		only: { concept?: string; index?: string }
	) {
		this.cells = store.concepts
			.filter(({ id }) => !only.concept || id === only.concept)
			.flatMap((concept) =>
				store.columns
					.filter(({ code, edition }) => edition && (!only.index || code === only.index))
					.filter(({ code }) => store.cells.at(concept.id, code).state === 'undecided')
					.map((index) => ({ id: cellId(concept.id, index.code), concept, index }))
			);
	}

	/** How many cells have been looked at. */
	get looked(): number {
		return this.found.size + this.failed;
	}

	async begin(): Promise<void> {
		const waiting = [...this.cells];
		const work = async () => {
			for (let cell = waiting.shift(); cell && !this.isGone; cell = waiting.shift()) await this.look(cell);
		};
		await Promise.all(Array.from({ length: AT_A_TIME }, work));
	}

	/** Stops looking; what is found stays. */
	end(): void {
		this.isGone = true;
	}

	private async look({ id, concept, index }: DraftCell): Promise<void> {
		const { value } = await ask<SuggestionLine[]>(suggestionsAt(this.store.id, concept.id, index.code));
		if (value) this.found = new Map(this.found).set(id, value);
		else this.failed++;
	}

	/** Suggestions of a cell that nothing has been done with yet; none as long as it has not been looked at. */
	linesOf({ id, concept, index }: DraftCell): readonly SuggestionLine[] | undefined {
		const { picks } = this.store.cells.at(concept.id, index.code);
		const lines = this.found.get(id);
		return lines && unanswered(lines, picks);
	}

	/** All that is likely, in cells that are undecided still. */
	get likely(): DraftLine[] {
		return this.cells
			.filter(({ concept, index }) => this.store.cells.at(concept.id, index.code).state === 'undecided')
			.flatMap((cell) =>
				(this.linesOf(cell) ?? [])
					.filter(({ likelihood }) => likelihood === 'likely')
					.map((line) => ({ cell, line }))
			);
	}

	/** Picks some suggestions in one step, all judged alike; one undo takes them back. */
	take(lines: readonly DraftLine[], fit: Fit = 'notJudged'): void {
		const commands = lines.map(({ cell: { concept, index }, line }) =>
			pickCommand(concept.id, index, [line.heading], {
				fit,
				because: becauseOf(line, this.store.indexName)
			})
		);
		const cells = new Set(lines.map(({ cell }) => cell.id)).size;
		this.store.send({
			kind: 'many',
			title: `Drafted ${counted(commands.length, 'heading')} in ${counted(cells, 'cell')} from suggestions`,
			commands
		});
	}
}
