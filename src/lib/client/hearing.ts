/** What happens in an inquiry, heard as it happens; while it cannot be heard, the queue looks by itself as it always does. */
import { ask } from './ask';

/** Somebody's window that shows the same inquiry. */
export interface Here {
	window: string;
	person: string;
	name: string;
	at: string;
}

export interface Heard {
	changed: (revision: number) => void;
	here: (all: readonly Here[]) => void;
	/** What this person may do is another now. */
	role: (role: string) => void;
	/** They take part no more, or are signed out. */
	out: () => void;
}

/** Milliseconds between two times that a window says where it is. */
const SAY_AGAIN = 20_000;

/**
 * Listens while the window is looked at, as a browser opens few lines to a server.
 * @param where what this window shows: a cell, else a screen
 * @returns a way to say that it shows something else, and to stop
 */
export function listenTo(
	place: string,
	window: string,
	where: () => string,
	heard: Heard
): { moved: () => void; stop: () => void } {
	let source: EventSource | undefined;
	let said: string | undefined;
	const say = (at: string | null) => {
		said = at ?? undefined;
		void ask(`${place}/live`, { body: { window, at }, keepalive: at === null });
	};
	const on = <T>(name: string, take: (data: T) => void) =>
		source?.addEventListener(name, (event) => take(JSON.parse((event as MessageEvent<string>).data) as T));
	const open = () => {
		if (source) return;
		source = new EventSource(`${place}/live`);
		on<{ revision: number }>('changed', ({ revision }) => heard.changed(revision));
		on<Here[]>('here', (all) => heard.here(all.filter((one) => one.window !== window)));
		on<{ role: string }>('role', ({ role }) => heard.role(role));
		on('out', () => {
			close();
			heard.out();
		});
		say(where());
	};
	const close = () => {
		source?.close();
		source = undefined;
	};
	const look = () => {
		if (document.visibilityState === 'visible') open();
		else {
			close();
			say(null);
		}
	};
	const leave = () => source && say(null);
	document.addEventListener('visibilitychange', look);
	addEventListener('pagehide', leave);
	const again = setInterval(() => source && say(where()), SAY_AGAIN);
	look();
	return {
		moved: () => {
			if (source && where() !== said) say(where());
		},
		stop: () => {
			document.removeEventListener('visibilitychange', look);
			removeEventListener('pagehide', leave);
			clearInterval(again);
			leave();
			close();
		}
	};
}
