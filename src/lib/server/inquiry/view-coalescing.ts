/**
 * Views of an inquiry that several ask for at the same time are worked out once for them. When fifty people change an inquiry
 * that two hundred read, the same few views are asked for without end; see docs/running.md for what this saves.
 */
import { perConnection } from '../db';
import { withRequestCache } from '../request-cache';

interface View {
	underWay: Promise<unknown>;
	/** Begins when that one has ended; for all who asked meanwhile. */
	next?: Promise<unknown>;
}

const viewsNow = perConnection(() => new Map<string, View>());

/**
 * What a view is for everybody who may read an inquiry; whether somebody may is asked before. It is never begun before it was
 * asked for: while one is under way, all who ask share the next one, so that everybody is told how things are now.
 * @param name tells it from the other views of the inquiry
 * @param make works it out, from nothing that says who asks
 */
export function coalescedView<T>(inquiryId: string, name: string, make: () => Promise<T>): Promise<T> {
	const views = viewsNow();
	const key = `${inquiryId} ${name}`;
	const begin = (): Promise<T> => {
		// Whoever asked first may have read the inquiry before others changed it: nothing of what they read goes in.
		const view: View = { underWay: withRequestCache(make) };
		views.set(key, view);
		const isOver = () => {
			if (views.get(key) === view && !view.next) views.delete(key);
		};
		view.underWay.then(isOver, isOver);
		return view.underWay as Promise<T>;
	};
	const view = views.get(key);
	if (!view) return begin();
	view.next ??= view.underWay.then(begin, begin);
	return view.next as Promise<T>;
}
