/** What is said on the message line: what was just done, and what needs an answer. */

export interface Act {
	label: string;
	run: () => void;
}

export interface Message {
	id: number;
	text: string;
	/** What it came to in numbers, such as “102 → 9”; known a moment later. */
	effect: string;
	/** Something went wrong: it stays until it was answered. */
	alert: boolean;
	act?: Act;
}

/** Milliseconds for which what was just done, with its way back, gives no way to what others do. */
const OWN_STAYS = 6_000;
/** What others do is told as one when it comes closer together than this, in milliseconds. */
const CLOSE = 4_000;
/** Alerts kept at most; the oldest go first. */
const MOST_ALERTS = 20;

class Messages {
	private note = $state.raw<Message>();
	private alerts = $state.raw<Message[]>([]);
	private last = 0;
	private saidAt = -Infinity;
	private heardAt = -Infinity;
	/** What others did, each close upon the one before it. */
	private heard = 0;

	/** What stands on the line: an alert until it is answered, else what was done last. */
	get shown(): Message | undefined {
		return this.alerts[0] ?? this.note;
	}

	/** How many alerts wait behind the one shown. */
	get waiting(): number {
		return Math.max(0, this.alerts.length - 1);
	}

	/** Says what was done. Answers with its number, by which its effect can be added. */
	say(text: string, act?: Act): number {
		this.saidAt = performance.now();
		this.note = { id: ++this.last, text, effect: '', alert: false, act };
		return this.last;
	}

	/** Says what was done elsewhere, and that it is not all where many are at work. */
	hear(text: string): void {
		const now = performance.now();
		this.heard = now - this.heardAt < CLOSE ? this.heard + 1 : 1;
		this.heardAt = now;
		if (now - this.saidAt < OWN_STAYS) return;
		const all = this.heard === 1 ? text : `${text}; ${this.heard} changes just now`;
		this.note = { id: ++this.last, text: all, effect: '', alert: false };
	}

	/** Adds what it came to, as long as nothing else has been said. */
	addEffect(id: number, effect: string): void {
		if (this.note?.id === id) this.note = { ...this.note, effect };
	}

	/** Says what went wrong, what was kept, and what can be done. Said twice, it stands once. */
	warn(text: string, act?: Act): void {
		const others = this.alerts.filter((other) => other.text !== text);
		this.alerts = [...others, { id: ++this.last, text, effect: '', alert: true, act }].slice(-MOST_ALERTS);
	}

	/** Takes what is shown off the line. */
	dismiss(): void {
		if (this.alerts.length > 0) this.alerts = this.alerts.slice(1);
		else this.note = undefined;
	}

	clear(): void {
		this.alerts = [];
		this.note = undefined;
	}
}

export const messages = new Messages();
