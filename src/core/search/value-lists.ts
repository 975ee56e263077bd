/** What the records of an index have of one dimension, in flat lists: the values of each record, one after another. */

import { belowEach, countClimbing, countTurned, type Flat } from './counts-with-broader';

/** Puts lists together, record by record in ascending order; records that are passed over have no value. */
export class ValueListsMaker {
	private readonly starts: Uint32Array;
	private values: Uint32Array;
	private at = 0;
	private next = 0;

	constructor(private readonly records: number) {
		this.starts = new Uint32Array(records + 1);
		this.values = new Uint32Array(Math.max(16, records));
	}

	/**
	 * One value of a record; the same value twice in a row counts once.
	 * @throws RangeError where records do not come in order
	 */
	add(record: number, value: number): void {
		if (record < this.next - 1 || record >= this.records)
			throw new RangeError(`Record ${record} does not come after ${this.next - 1}.`);
		while (this.next <= record) this.starts[this.next++] = this.at;
		for (let i = this.starts[record]; i < this.at; i++) if (this.values[i] === value) return;
		if (this.at === this.values.length) {
			const more = new Uint32Array(2 * this.values.length);
			more.set(this.values);
			this.values = more;
		}
		this.values[this.at++] = value;
	}

	/** @param distinct how many values there are; each is a number below that */
	lists(distinct: number): ValueLists {
		while (this.next <= this.records) this.starts[this.next++] = this.at;
		return new ValueLists(this.starts, this.values.slice(0, this.at), distinct);
	}
}

export class ValueLists {
	private counted: ValueCounts | undefined;
	private turned: ValueLists | undefined;
	/** Taken as steps, what leads to each value; made once. */
	private below: Flat | 'too many' | undefined;

	/**
	 * @param starts where the values of each record begin, and where the last ones end
	 * @param values of all records; no record has one twice
	 */
	constructor(
		private readonly starts: Uint32Array,
		private readonly values: Uint32Array,
		readonly distinct: number
	) {}

	/**
	 * The lists of records of which it is known which have each value. O(records + values of all records).
	 * @param sets for each value its records, ascending
	 */
	static ofSets(records: number, sets: readonly Uint32Array[]): ValueLists {
		const starts = new Uint32Array(records + 1);
		for (const set of sets) for (const record of set) starts[record + 1]++;
		for (let record = 0; record < records; record++) starts[record + 1] += starts[record];
		const next = starts.slice(0, records);
		const values = new Uint32Array(starts[records]);
		sets.forEach((set, value) => {
			for (const record of set) values[next[record]++] = value;
		});
		return new ValueLists(starts, values, sets.length);
	}

	get records(): number {
		return this.starts.length - 1;
	}

	/** In memory. */
	get bytes(): number {
		return this.starts.byteLength + this.values.byteLength;
	}

	/** The same turned round: for each value the records that have it, ascending. Made once; O(values of all records). */
	inverse(): ValueLists {
		if (this.turned) return this.turned;
		const { starts, values, records, distinct } = this;
		const from = new Uint32Array(distinct + 1);
		for (const value of values) from[value + 1]++;
		for (let value = 0; value < distinct; value++) from[value + 1] += from[value];
		const next = from.slice(0, distinct);
		const having = new Uint32Array(values.length);
		for (let record = 0; record < records; record++)
			for (let i = starts[record]; i < starts[record + 1]; i++) having[next[values[i]]++] = record;
		return (this.turned = new ValueLists(from, having, records));
	}

	/** The values of a record. O(1). */
	of(record: number): Uint32Array {
		return this.values.subarray(this.starts[record], this.starts[record + 1]);
	}

	/** How many of some records have each value, and how many have none. O(values of the records + distinct values). */
	count(records: Uint32Array): ValueCounts {
		const { starts, values } = this;
		const counts = new Uint32Array(this.distinct);
		let notLabelled = 0;
		for (const record of records) {
			const end = starts[record + 1];
			if (starts[record] === end) notLabelled++;
			for (let i = starts[record]; i < end; i++) counts[values[i]]++;
		}
		return { counts, notLabelled };
	}

	/** The same of all records; worked out once. */
	countAll(): ValueCounts {
		this.counted ??= this.count(Uint32Array.from({ length: this.records }, (_, record) => record));
		return this.counted;
	}

	/**
	 * As `count`, with every value counting for others as well, such as a heading for its broader ones: a record counts once
	 * for a value, whichever of its values lead there. O(values of the records and what they lead to).
	 * @param leadsTo for each value those one step from it; numbers of both are the same, and this list may have more of
	 *   them. Steps may go round.
	 */
	countRaised(records: Uint32Array, leadsTo: ValueLists): ValueCounts {
		const { starts, values } = this;
		leadsTo.below ??= belowEach(leadsTo.starts, leadsTo.values) ?? 'too many';
		if (leadsTo.below !== 'too many') return countTurned({ starts, values }, records, leadsTo.below);
		return countClimbing({ starts, values }, records, {
			starts: leadsTo.starts,
			values: leadsTo.values
		});
	}

	/** Taken as steps from value to value, as in `countRaised`: what leads to any of some, these included. O(values and steps). */
	leadingTo(some: readonly number[]): Set<number> {
		const back = this.inverse();
		const reached = new Set(some);
		// A set is gone through with what is added on the way.
		for (const value of reached) for (const before of back.of(value)) reached.add(before);
		return reached;
	}

	/** Those of some records that have a value, or any of several. O(values of the records). */
	having(records: Uint32Array, wanted: ReadonlySet<number>): Uint32Array {
		const { starts, values } = this;
		const isWanted = new Uint8Array(this.distinct);
		for (const value of wanted) isWanted[value] = 1;
		return records.filter((record) => {
			for (let i = starts[record]; i < starts[record + 1]; i++) if (isWanted[values[i]] === 1) return true;
			return false;
		});
	}
}

export interface ValueCounts {
	/** By value. */
	counts: Uint32Array;
	/** Records that have no value at all. */
	notLabelled: number;
}
