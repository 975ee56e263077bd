/** What a queue of commands sends, as calls over the network. */
import { ask, type Answer, isTurnedAway } from './ask';
import type { Reply, Transport } from './sync';

/** @param place the address of the inquiry */
export function overHttp(place: string): Transport {
	return {
		send: async (sent) => replyOf(await ask(`${place}/commands`, { body: sent })),
		step: async (kind, client) => replyOf(await ask(`${place}/${kind}`, { body: { client } })),
		// The queue has its own way of trying again.
		changesSince: async (revision) =>
			replyOf(await ask(`${place}/changes?since=${revision}`, { again: false }))
	};
}

function replyOf<T>({ value, fault }: Answer<T>): Reply<T> {
	if (!fault) return { done: value as T };
	// What cannot be sent as long as nobody, or somebody else, is signed in is kept like what cannot arrive.
	return fault.isAway || isTurnedAway(fault) ? 'away' : { refused: fault };
}
