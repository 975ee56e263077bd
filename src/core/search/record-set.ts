/**
 * Sets of record numbers, compressed by stretches of 65,536 numbers: a stretch holds either its numbers in order or a bit
 * for each, whichever is smaller (S. Chambi, D. Lemire, O. Kaser, R. Godin, "Better bitmap performance with Roaring
 * bitmaps", 2016, without its run containers). Sets never change once made.
 */

const STRETCH = 65_536;
/** Up to so many numbers a list is smaller than the bits of a stretch. */
const MOST_LISTED = 4_096;
const WORDS = STRETCH / 32;

/** Numbers in order, or bits; those in signed words, which are read without becoming floating-point numbers. */
type Container = Uint16Array | Int32Array;

export class RecordSet {
	static readonly empty = new RecordSet([], [], []);

	private constructor(
		/** Number of each stretch that holds anything, ascending. */
		private readonly stretches: readonly number[],
		private readonly containers: readonly Container[],
		private readonly sizes: readonly number[]
	) {}

	/** Of ascending numbers without repetition, 0 ≤ number < 2³². O(n). */
	static fromSorted(numbers: ArrayLike<number>): RecordSet {
		const made = new Maker();
		for (let start = 0; start < numbers.length;) {
			const stretch = Math.floor(numbers[start] / STRETCH);
			const base = stretch * STRETCH;
			let end = start;
			while (end < numbers.length && numbers[end] < base + STRETCH) end++;
			const list = new Uint16Array(end - start);
			for (let i = start; i < end; i++) list[i - start] = numbers[i] - base;
			made.add(stretch, list.length > MOST_LISTED ? bitsOf(list) : list, list.length);
			start = end;
		}
		return made.set();
	}

	static from(numbers: Iterable<number>): RecordSet {
		return RecordSet.fromSorted(Uint32Array.from(new Set(numbers)).sort());
	}

	/** All numbers from 0 up to `end`, which is left out. */
	static upTo(end: number): RecordSet {
		const made = new Maker();
		for (let base = 0; base < end; base += STRETCH) {
			const size = Math.min(STRETCH, end - base);
			const bits = new Int32Array(WORDS).fill(0xffffffff, 0, size >>> 5);
			if ((size & 31) !== 0) bits[size >>> 5] = 2 ** (size & 31) - 1;
			made.take(base / STRETCH, bits);
		}
		return made.set();
	}

	/** How many numbers it holds. O(1) in the numbers. */
	get size(): number {
		let total = 0;
		for (const size of this.sizes) total += size;
		return total;
	}

	/** Bytes that its numbers take. */
	get bytes(): number {
		return this.containers.reduce((sum, { byteLength }) => sum + byteLength, 0);
	}

	has(number: number): boolean {
		const stretch = Math.floor(number / STRETCH);
		const at = this.stretches.indexOf(stretch);
		return at >= 0 && holds(this.containers[at], number - stretch * STRETCH);
	}

	and(other: RecordSet): RecordSet {
		const made = new Maker();
		this.eachShared(other, (stretch, a, b) => made.take(stretch, intersection(a, b)));
		return made.set();
	}

	/** The size of the intersection, without making it. */
	andSize(other: RecordSet): number {
		let total = 0;
		this.eachShared(other, (_, a, b) => (total += intersectionSize(a, b)));
		return total;
	}

	andNot(other: RecordSet): RecordSet {
		const made = new Maker();
		for (const [i, stretch] of this.stretches.entries()) {
			const at = other.stretches.indexOf(stretch);
			if (at < 0) made.add(stretch, this.containers[i], this.sizes[i]);
			else made.take(stretch, difference(this.containers[i], other.containers[at]));
		}
		return made.set();
	}

	or(other: RecordSet): RecordSet {
		const made = new Maker();
		for (let i = 0, j = 0; i < this.stretches.length || j < other.stretches.length;) {
			const a = this.stretches[i] ?? Infinity;
			const b = other.stretches[j] ?? Infinity;
			if (a < b) made.add(a, this.containers[i], this.sizes[i++]);
			else if (b < a) made.add(b, other.containers[j], other.sizes[j++]);
			else made.take(a, union(this.containers[i++], other.containers[j++]));
		}
		return made.set();
	}

	/** The union of any number of sets. O(numbers in all of them + bits of the stretches they reach). */
	static union(sets: readonly RecordSet[]): RecordSet {
		if (sets.length < 3) return sets.length === 2 ? sets[0].or(sets[1]) : (sets[0] ?? RecordSet.empty);
		const byStretch = new Map<number, Container[]>();
		for (const set of sets)
			for (const [i, stretch] of set.stretches.entries()) {
				const known = byStretch.get(stretch);
				if (known) known.push(set.containers[i]);
				else byStretch.set(stretch, [set.containers[i]]);
			}
		const made = new Maker();
		for (const stretch of [...byStretch.keys()].sort((a, b) => a - b)) {
			const bits = new Int32Array(WORDS);
			for (const container of byStretch.get(stretch) ?? []) addTo(bits, container);
			made.take(stretch, bits);
		}
		return made.set();
	}

	equals(other: RecordSet): boolean {
		return this.size === other.size && this.andSize(other) === this.size;
	}

	/** Its numbers, ascending. */
	toArray(): Uint32Array {
		const all = new Uint32Array(this.size);
		let at = 0;
		for (const [i, stretch] of this.stretches.entries()) {
			const base = stretch * STRETCH;
			const container = this.containers[i];
			if (container instanceof Uint16Array) for (const low of container) all[at++] = base + low;
			else
				for (let place = 0; place < WORDS; place++)
					for (let rest = container[place]; rest !== 0; rest &= rest - 1)
						all[at++] = base + (place << 5) + lowestBit(rest);
		}
		return all;
	}

	/** For storage: for each stretch its number, its size, and its numbers or bits; all in 32-bit little-endian words. */
	toBytes(): Uint8Array {
		const padded = this.containers.map(({ byteLength }) => (byteLength + 3) & ~3);
		const bytes = new Uint8Array(padded.reduce((sum, length) => sum + 8 + length, 0));
		const view = new DataView(bytes.buffer);
		let at = 0;
		for (const [i, container] of this.containers.entries()) {
			view.setUint32(at, this.stretches[i], true);
			view.setUint32(at + 4, this.sizes[i], true);
			bytes.set(new Uint8Array(container.buffer, container.byteOffset, container.byteLength), at + 8);
			at += 8 + padded[i];
		}
		return bytes;
	}

	/** @throws RangeError where the bytes are not those of a set */
	static fromBytes(bytes: Uint8Array): RecordSet {
		// Memory of its own: numbers are read as views, which must lie on their boundaries.
		const own = new Uint8Array(bytes);
		const view = new DataView(own.buffer);
		const made = new Maker();
		for (let at = 0; at < own.length;) {
			const stretch = view.getUint32(at, true);
			const size = view.getUint32(at + 4, true);
			at += 8;
			if (size > MOST_LISTED) {
				made.add(stretch, new Int32Array(own.buffer, at, WORDS), size);
				at += WORDS * 4;
			} else {
				made.add(stretch, new Uint16Array(own.buffer, at, size), size);
				at += (size * 2 + 3) & ~3;
			}
		}
		return made.set();
	}

	/** The union of stored sets, without making a set of each: of thousands of small ones that is most of the work. */
	static unionOfBytes(all: readonly Uint8Array[]): RecordSet {
		if (all.length === 1) return RecordSet.fromBytes(all[0]);
		const byStretch = new Map<number, Int32Array>();
		for (const bytes of all) {
			const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
			for (let at = 0; at < bytes.length;) {
				const stretch = view.getUint32(at, true);
				const size = view.getUint32(at + 4, true);
				at += 8;
				let bits = byStretch.get(stretch);
				if (!bits) byStretch.set(stretch, (bits = new Int32Array(WORDS)));
				if (size > MOST_LISTED) {
					for (let i = 0; i < WORDS; i++) bits[i] |= view.getInt32(at + 4 * i, true);
					at += WORDS * 4;
				} else {
					for (let i = 0; i < size; i++) {
						const low = view.getUint16(at + 2 * i, true);
						bits[low >>> 5] |= 1 << (low & 31);
					}
					at += (size * 2 + 3) & ~3;
				}
			}
		}
		const made = new Maker();
		for (const stretch of [...byStretch.keys()].sort((a, b) => a - b))
			made.take(stretch, byStretch.get(stretch) as Int32Array);
		return made.set();
	}

	private eachShared(other: RecordSet, take: (stretch: number, a: Container, b: Container) => void): void {
		for (let i = 0, j = 0; i < this.stretches.length && j < other.stretches.length;) {
			const a = this.stretches[i];
			const b = other.stretches[j];
			if (a === b) take(a, this.containers[i++], other.containers[j++]);
			else if (a < b) i++;
			else j++;
		}
	}

	/** Puts a set together, stretch by stretch in ascending order. */
	static readonly Maker = class {
		private readonly stretches: number[] = [];
		private readonly containers: Container[] = [];
		private readonly sizes: number[] = [];

		add(stretch: number, container: Container, size: number): void {
			if (size === 0) return;
			this.stretches.push(stretch);
			this.containers.push(container);
			this.sizes.push(size);
		}

		/** Takes numbers or bits in whichever form is smaller. */
		take(stretch: number, container: Container): void {
			if (container instanceof Uint16Array) {
				if (container.length > MOST_LISTED) this.add(stretch, bitsOf(container), container.length);
				else this.add(stretch, container, container.length);
				return;
			}
			const size = countBits(container);
			this.add(stretch, size > MOST_LISTED ? container : listOf(container, size), size);
		}

		set(): RecordSet {
			return new RecordSet(this.stretches, this.containers, this.sizes);
		}
	};
}

const Maker = RecordSet.Maker;

function lowestBit(word: number): number {
	return 31 - Math.clz32(word & -word);
}

/** Bits set in a word (H. S. Warren, "Hacker's Delight", 5–1). */
function bitsIn(word: number): number {
	let n = word - ((word >>> 1) & 0x55555555);
	n = (n & 0x33333333) + ((n >>> 2) & 0x33333333);
	return Math.imul((n + (n >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

function countBits(bits: Int32Array): number {
	let total = 0;
	for (let i = 0; i < bits.length; i++) if (bits[i] !== 0) total += bitsIn(bits[i]);
	return total;
}

function bitsOf(list: Uint16Array): Int32Array {
	const bits = new Int32Array(WORDS);
	addTo(bits, list);
	return bits;
}

function addTo(bits: Int32Array, container: Container): void {
	if (container instanceof Uint16Array)
		for (let i = 0; i < container.length; i++) {
			const low = container[i];
			bits[low >>> 5] |= 1 << (low & 31);
		}
	else for (let i = 0; i < WORDS; i++) bits[i] |= container[i];
}

function listOf(bits: Int32Array, size: number): Uint16Array {
	const list = new Uint16Array(size);
	let at = 0;
	for (let place = 0; place < WORDS; place++)
		for (let rest = bits[place]; rest !== 0; rest &= rest - 1) list[at++] = (place << 5) + lowestBit(rest);
	return list;
}

function holds(container: Container, low: number): boolean {
	if (container instanceof Int32Array) return (container[low >>> 5] & (1 << (low & 31))) !== 0;
	let from = 0;
	let to = container.length;
	while (from < to) {
		const middle = (from + to) >>> 1;
		if (container[middle] < low) from = middle + 1;
		else to = middle;
	}
	return from < container.length && container[from] === low;
}

function intersection(a: Container, b: Container): Container {
	if (a instanceof Int32Array && b instanceof Int32Array) {
		const bits = new Int32Array(WORDS);
		for (let i = 0; i < WORDS; i++) bits[i] = a[i] & b[i];
		return bits;
	}
	const [list, other] = listFirst(a, b);
	return other instanceof Int32Array ? filterByBits(list, other, true) : filterByList(list, other, true);
}

function intersectionSize(a: Container, b: Container): number {
	let total = 0;
	if (a instanceof Int32Array && b instanceof Int32Array) {
		for (let i = 0; i < WORDS; i++) {
			const both = a[i] & b[i];
			if (both !== 0) total += bitsIn(both);
		}
		return total;
	}
	const [list, other] = listFirst(a, b);
	if (other instanceof Int32Array) {
		for (let i = 0; i < list.length; i++) total += (other[list[i] >>> 5] >>> (list[i] & 31)) & 1;
		return total;
	}
	return filterByList(list, other, true).length;
}

/** A list and the other container; of two lists the shorter one first. */
function listFirst(a: Container, b: Container): [Uint16Array, Container] {
	if (a instanceof Int32Array) return [b as Uint16Array, a];
	if (b instanceof Int32Array || a.length <= b.length) return [a, b];
	return [b, a];
}

function difference(a: Container, b: Container): Container {
	if (a instanceof Uint16Array)
		return b instanceof Int32Array ? filterByBits(a, b, false) : filterByList(a, b, false);
	const bits = a.slice();
	if (b instanceof Int32Array) for (let i = 0; i < WORDS; i++) bits[i] &= ~b[i];
	else for (let i = 0; i < b.length; i++) bits[b[i] >>> 5] &= ~(1 << (b[i] & 31));
	return bits;
}

/** The numbers of a list that are among the bits, or those that are not. */
function filterByBits(list: Uint16Array, bits: Int32Array, among: boolean): Uint16Array {
	const kept = new Uint16Array(list.length);
	const wanted = among ? 1 : 0;
	let at = 0;
	for (let i = 0; i < list.length; i++) {
		const low = list[i];
		kept[at] = low;
		// Without a branch, as which numbers are among them is as good as chance.
		at += ((bits[low >>> 5] >>> (low & 31)) & 1) === wanted ? 1 : 0;
	}
	return kept.subarray(0, at);
}

/** The numbers of a list that are in another, or those that are not. Both are walked once, the longer in leaps. */
function filterByList(list: Uint16Array, other: Uint16Array, among: boolean): Uint16Array {
	const kept = new Uint16Array(list.length);
	const leap = Math.max(1, Math.floor(other.length / Math.max(1, list.length)));
	let at = 0;
	let j = 0;
	for (let i = 0; i < list.length; i++) {
		const low = list[i];
		while (j + leap < other.length && other[j + leap] < low) j += leap;
		while (j < other.length && other[j] < low) j++;
		if ((j < other.length && other[j] === low) === among) kept[at++] = low;
	}
	return kept.subarray(0, at);
}

function union(a: Container, b: Container): Container {
	if (a instanceof Uint16Array && b instanceof Uint16Array && a.length + b.length <= MOST_LISTED) {
		const list = new Uint16Array(a.length + b.length);
		let at = 0;
		for (let i = 0, j = 0; i < a.length || j < b.length;) {
			const next = j >= b.length || (i < a.length && a[i] <= b[j]) ? a[i] : b[j];
			if (i < a.length && a[i] === next) i++;
			if (j < b.length && b[j] === next) j++;
			list[at++] = next;
		}
		return list.subarray(0, at);
	}
	const bits = a instanceof Int32Array ? a.slice() : bitsOf(a);
	addTo(bits, b);
	return bits;
}
