/**
 * Views of an inquiry that are worked out once for all who ask within a second. When fifty people change an inquiry that two
 * hundred read, nearly everybody would else be told of a state that nobody has asked for before.
 *
 * A browser says with what it asks which change is the last that it knows, unless it has lately sent something itself: then
 * it, and every program, is always told how things are now. So nobody misses what they did or heard of; what nobody has
 * heard of yet is missed for a second at most, as if it had been asked that much earlier.
 * The measured gain is in docs/running.md.
 */
import { knownToAsker } from '../request-cache';
import { perConnection } from '../db';
import { loadInquiry, WITHOUT_WORKS } from './loading';

/** Milliseconds. */
const SHARED_FOR = 1_000;

interface View {
	begun: number;
	/** The state that it is of, or an earlier one. */
	revision: Promise<number>;
	value: Promise<unknown>;
}

const viewsNow = perConnection(() => new Map<string, View>());

/**
 * What a view is for everybody who may read an inquiry; whether somebody may is asked before.
 * @param name tells it from the other views of the inquiry
 * @param make works it out, from nothing that says who asks
 */
export async function sharedView<T>(inquiryId: string, name: string, make: () => Promise<T>): Promise<T> {
	const knows = knownToAsker();
	if (knows === undefined) return make();
	const views = viewsNow();
	const key = `${inquiryId} ${name}`;
	// Where one is not good enough, somebody else who waited for it may have begun another meanwhile.
	for (let view = views.get(key), last; view && view !== last && isRecent(view); view = views.get(key)) {
		if ((await view.revision) >= knows) return view.value as Promise<T>;
		last = view;
	}
	for (const [old, view] of views) if (!isRecent(view)) views.delete(old);
	const begun = performance.now();
	const revision = loadInquiry(inquiryId, WITHOUT_WORKS).then(
		(loaded) => loaded.revision,
		() => -1
	);
	const value = make();
	views.set(key, { begun, revision, value });
	value.catch(() => views.get(key)?.value === value && views.delete(key));
	return value;
}

const isRecent = ({ begun }: View) => performance.now() - begun <= SHARED_FOR;
