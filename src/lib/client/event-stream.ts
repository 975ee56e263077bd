/** What happens in an inquiry, heard as it happens; while it cannot be heard, the queue looks by itself as it always does. */
import { ask } from './ask';
import type { News } from './sync';

/** Somebody's window that shows the same inquiry. */
export interface Here {
	window: string;
	person: string;
	name: string;
	at: string;
}

export interface Heard {
	/**
	 * The inquiry has come to this revision.
	 * @param news what was changed, where that was told with it
	 */
	changed: (revision: number, news?: readonly News[]) => void;
	here: (all: readonly Here[]) => void;
	/** What this person may do is another now. */
	role: (role: string) => void;
	/** They take part no more, or are signed out. */
	out: () => void;
}

/** What is open to a server while a window is looked at. */
export interface Line {
	/** Says that the window shows something else. */
	moved: () => void;
	/** Whether all that happens is heard now. */
	isOpen: () => boolean;
	stop: () => void;
}

/** Milliseconds between two times that a window says where it is. */
const SAY_AGAIN = 60_000;

/**
 * Listens while the window is looked at, as a browser opens few lines to a server.
 * @param where what this window shows: a cell, else a screen
 */
export function listenTo(place: string, window: string, where: () => string, heard: Heard): Line {
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
		source = new EventSource(`${place}/live?window=${window}`);
		// Also when it is opened again, as another server does not know where this window is, nor this one after a rest.
		source.onopen = () => say(where());
		on<{ revision: number; news?: News[] }>('changed', ({ revision, news }) => heard.changed(revision, news));
		on<Here[]>('here', (all) => heard.here(all.filter((one) => one.window !== window)));
		on<{ role: string }>('role', ({ role }) => heard.role(role));
		on('out', () => {
			close();
			heard.out();
		});
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
		isOpen: () => source?.readyState === EventSource.OPEN,
		stop: () => {
			document.removeEventListener('visibilitychange', look);
			removeEventListener('pagehide', leave);
			clearInterval(again);
			leave();
			close();
		}
	};
}
