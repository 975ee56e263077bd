import { ask, inWords, type Answer } from '$lib/client/ask';
import { messages } from '../messages/messages.svelte';
import {
	apply,
	CommandError,
	describe,
	execute,
	type Command,
	type Inquiry,
	type StrategySettings
} from '$core/crosswalk';
import { nameOfPart, settingsOf, type LimitSetting, type Part } from '$core/search';
import type { PearlName, PearlsOfStrategy } from '$lib/server/reading';
import type { ChangePrices, LimitPrices, StrategyView, Trial } from '$lib/server/search';
import { recordsAt, type Place } from '../inquiry/addresses';
import { number } from '../parts/numbers';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';

const ASK_AFTER = 120;

/**
 * The strategy of one index on the screen. Changes go to the inquiry at once; while something is tried, they are only
 * collected, their effect is shown, and they are kept or dropped together.
 */
export class StrategySession {
	view = $state.raw<StrategyView>() as StrategyView;
	trying = $state(false);
	trial = $state.raw<Command[]>([]);
	effect = $state.raw<Trial | undefined>();
	/** What is tried, in words, where it came from elsewhere. */
	says = $state('');
	/** What it does to the pearls, where there are any. */
	pearls = $state.raw<PearlsOfStrategy | undefined>();
	problem = $state('');
	/** The last change made here, as the message line names it, and the count before it. */
	private changed: { said: number; before: number } | undefined;
	private asked = 0;
	private wait: ReturnType<typeof setTimeout> | undefined;

	constructor(
		readonly store: InquiryStore,
		readonly code: string,
		view: StrategyView,
		/** Where the person is, for addresses of other screens. */
		private readonly place: () => Place = () => ({ id: store.id })
	) {
		this.view = view;
	}

	/** The inquiry with what is tried laid over it. */
	get inquiry(): Inquiry {
		let inquiry = this.store.inquiry;
		for (const command of this.trial) {
			try {
				inquiry = apply(inquiry, execute(inquiry, command));
			} catch (error) {
				// It no longer fits what the inquiry has become; the server says so when it is asked.
				if (!(error instanceof CommandError)) throw error;
			}
		}
		return inquiry;
	}

	get settings(): StrategySettings {
		return settingsOf(this.inquiry, this.code);
	}

	/** Makes a change, and remembers what was found before it. */
	private send(command: Command, before: number | undefined = this.countNow()): void {
		const said = this.store.send(command);
		if (said !== undefined && before !== undefined) this.changed = { said, before };
	}

	/** What is found, as long as there is something to search for. */
	private countNow = () => (this.view.isEmpty ? undefined : this.view.yields?.count);

	/** Makes a change, or tries it. */
	change(command: Command): void {
		if (!this.trying) return this.send(command);
		this.trial = [...this.trial, $state.snapshot(command) as Command];
		this.ask();
	}

	/** Begins trying with a change, if there is one. */
	tryOut(command: Command | undefined, says = ''): void {
		if (!command) return;
		this.trying = true;
		this.says = says;
		this.change(command);
	}

	set(settings: Partial<Omit<StrategySettings, 'id'>>): void {
		this.change({ kind: 'strategy.set', indexCode: this.code, ...settings });
	}

	switchLine(id: string, off: boolean): void {
		const { off: before } = this.settings;
		this.set({ off: off ? [...before, id] : before.filter((other) => other !== id) });
	}

	/** What sets a limit in the place of one on the same field. */
	limitCommand(limit: LimitSetting): Command {
		return { kind: 'limit.set', limit, indexCode: this.code };
	}

	setLimit(limit: LimitSetting): void {
		this.change(this.limitCommand(limit));
	}

	removeLimit(field: string): void {
		this.change({ kind: 'limit.remove', field, indexCode: this.code });
	}

	keep(): void {
		const commands = this.trial;
		// What is on the screen is counted with what is tried: the change begins at the count without it.
		const before = this.effect?.before ?? this.countNow();
		this.drop();
		if (commands.length === 1) this.send(commands[0], before);
		else if (commands.length > 1)
			this.send(
				{
					kind: 'many',
					title: `Kept ${commands.length} changes tried in the strategy for ${this.store.indexName(this.code)}`,
					// A step of several does not hold another such step.
					commands: commands.flatMap((command) => (command.kind === 'many' ? command.commands : [command]))
				},
				before
			);
	}

	drop(): void {
		this.trial = [];
		this.trying = false;
		this.says = '';
		this.effect = undefined;
		this.ask();
	}

	/** What is tried, change by change, in words. */
	get changes(): string[] {
		let inquiry = this.store.inquiry;
		return this.trial
			.flatMap((command) => (command.kind === 'many' ? command.commands : [command]))
			.flatMap((command) => {
				try {
					const made = execute(inquiry, command);
					const said = describe(inquiry, command, this.store.indexName);
					inquiry = apply(inquiry, made);
					return made.length > 0 ? [said] : [];
				} catch (error) {
					if (!(error instanceof CommandError)) throw error;
					return [];
				}
			});
	}

	/** Asks the server for the strategy as it stands, soon; of several askings the last one counts. */
	ask(): void {
		clearTimeout(this.wait);
		this.wait = setTimeout(() => void this.read(), ASK_AFTER);
	}

	/** What changes would come to, none of them made. */
	askTrial(commands: readonly Command[]): Promise<Answer<{ view: StrategyView; trial: Trial }>> {
		return ask(`/inquiry/${this.store.id}/strategy/${this.code}`, { body: { commands } });
	}

	/** What each of some changes alone would make it find. */
	askPrices(each: readonly Command[]): Promise<Answer<ChangePrices>> {
		const body = { tried: this.trial, each };
		return ask(`/inquiry/${this.store.id}/strategy/${this.code}/prices`, { body });
	}

	/** The values of a limit within what is found. */
	askLimit(field: string): Promise<Answer<LimitPrices>> {
		const body = { tried: this.trial, field };
		return ask(`/inquiry/${this.store.id}/strategy/${this.code}/limits`, { body });
	}

	/** Where the records of a part are; where those are that what is tried gains or loses; or all that is found. */
	at(part?: Part, which?: 'gained' | 'lost'): string {
		const opened = { part: part && nameOfPart(part), tried: this.trial, which };
		return recordsAt(this.place(), this.code, opened);
	}

	private async read(): Promise<void> {
		const mine = ++this.asked;
		const tried =
			this.trial.length > 0
				? await this.askTrial(this.trial)
				: await ask<StrategyView>(`/inquiry/${this.store.id}/strategy/${this.code}`);
		if (mine !== this.asked) return;
		this.problem = tried.fault?.message ?? '';
		if (tried.fault) return;
		if ('view' in tried.value) {
			this.view = tried.value.view;
			this.effect = tried.value.trial;
		} else {
			this.view = tried.value;
			this.effect = undefined;
			this.tellEffect();
		}
		await this.readPearls(mine);
	}

	private async readPearls(mine: number): Promise<void> {
		if (Object.keys(this.store.inquiry.pearls).length === 0) return void (this.pearls = undefined);
		const { value } = await ask<PearlsOfStrategy>(`/inquiry/${this.store.id}/pearls/of/${this.code}`, {
			body: { commands: this.trial }
		});
		if (mine === this.asked) this.pearls = value;
	}

	/** The pearls that a block or a limit keeps out. */
	keptOut(by: 'block' | 'limit', id: string): readonly PearlName[] {
		return this.pearls?.keptOut.find((own) => own.by === by && own.id === id)?.pearls ?? [];
	}

	/** Once the server has counted anew, the message about a change says what it came to. */
	private tellEffect(): void {
		if (!this.changed || this.store.saving !== 'saved') return;
		const { said, before } = this.changed;
		this.changed = undefined;
		const now = this.countNow();
		if (now !== undefined) messages.addEffect(said, `${number(before)} → ${number(now)}`);
	}

	/** Keeps a run of the strategy; answers with its number. */
	async run(): Promise<number | undefined> {
		const body = { kind: 'run', indexCode: this.code };
		const { value, fault } = await ask<{ number: number }>(`/inquiry/${this.store.id}/runs`, { body });
		if (!fault) return value.number;
		messages.warn(inWords(fault, 'Nothing was run.'));
		return undefined;
	}
}
