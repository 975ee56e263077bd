/** Compact building blocks that can be written to one run of bytes and read back without copying. */

/** Many short strings as one long string and the places where each begins and ends. */
export class StringTable {
	/** @param ends where the strings do not stand end to end; else the starts have one more, the end of the last */
	constructor(
		private readonly text: string,
		private readonly starts: Uint32Array,
		private readonly ends: Uint32Array = starts.subarray(1)
	) {}

	static from(strings: readonly string[]): StringTable {
		const starts = new Uint32Array(strings.length + 1);
		let at = 0;
		strings.forEach((string, i) => {
			starts[i] = at;
			at += string.length;
		});
		starts[strings.length] = at;
		return new StringTable(strings.join(''), starts);
	}

	get length(): number {
		return this.ends.length;
	}

	/** Length of a string, without making it. */
	lengthAt(i: number): number {
		return this.ends[i] - this.starts[i];
	}

	/** A code unit of a string, without making the string. */
	codeAt(i: number, place: number): number {
		return this.text.charCodeAt(this.starts[i] + place);
	}

	at(i: number): string {
		return this.text.slice(this.starts[i], this.ends[i]);
	}

	/** Of strings that stand end to end. */
	parts(): { text: string; starts: Uint32Array } {
		return { text: this.text, starts: this.starts };
	}
}

/** Lists of numbers, one a row, stored end to end. */
export class Rows {
	constructor(
		private readonly starts: Uint32Array,
		private readonly values: Uint32Array
	) {}

	static from(lists: ReadonlyArray<readonly number[]>): Rows {
		const starts = new Uint32Array(lists.length + 1);
		let total = 0;
		lists.forEach((list, i) => {
			starts[i] = total;
			total += list.length;
		});
		starts[lists.length] = total;
		const values = new Uint32Array(total);
		let at = 0;
		for (const list of lists) for (let i = 0; i < list.length; i++) values[at++] = list[i];
		return new Rows(starts, values);
	}

	/** The same links read the other way: row j of the result lists the rows of this that hold j, ascending. */
	inverse(rows: number): Rows {
		const starts = new Uint32Array(rows + 1);
		for (const value of this.values) starts[value + 1]++;
		for (let i = 0; i < rows; i++) starts[i + 1] += starts[i];
		const next = starts.slice();
		const values = new Uint32Array(this.values.length);
		for (let row = 0; row < this.length; row++) for (const value of this.at(row)) values[next[value]++] = row;
		return new Rows(starts, values);
	}

	get length(): number {
		return this.starts.length - 1;
	}

	at(row: number): Uint32Array {
		return this.values.subarray(this.starts[row], this.starts[row + 1]);
	}

	count(row: number): number {
		return this.starts[row + 1] - this.starts[row];
	}

	parts(): { starts: Uint32Array; values: Uint32Array } {
		return { starts: this.starts, values: this.values };
	}
}

/** An odd number whose multiples are spread over 32 bits: 2^32 by the golden ratio. */
const BASE = 0x9e3779b1;

/** Spreads a number over all 32 bits (the last step of A. Appleby's MurmurHash3). */
export function mixed(value: number): number {
	value = Math.imul(value ^ (value >>> 16), 0x85ebca6b);
	value = Math.imul(value ^ (value >>> 13), 0xc2b2ae35);
	return (value ^ (value >>> 16)) >>> 0;
}

/**
 * 32-bit hash of a text: its code units as a polynomial (R. M. Karp, M. O. Rabin, "Efficient randomized pattern-matching
 * algorithms", 1987), spread. O(length).
 */
export function hash(text: string): number {
	let value = 0;
	for (let i = 0; i < text.length; i++) value = (Math.imul(value, BASE) + text.charCodeAt(i) + 1) | 0;
	return mixed(value);
}

/** From the hash of a text to the numbers that belong to it. The caller checks for collisions. */
export class HashTable {
	constructor(
		private readonly hashes: Uint32Array,
		private readonly values: Uint32Array
	) {}

	/** O(n log n) in the number of entries. */
	static from(entries: Iterable<readonly [string, number]>): HashTable {
		const maker = new HashTableMaker();
		for (const [text, value] of entries) maker.add(hash(text), value);
		return maker.table();
	}

	/** Values under the hash of the text, ascending. O(log n + answers). */
	get(text: string): Uint32Array {
		return this.getHashed(hash(text));
	}

	/** The same for a hash. */
	getHashed(wanted: number): Uint32Array {
		let low = 0;
		let high = this.hashes.length;
		while (low < high) {
			const middle = (low + high) >>> 1;
			if (this.hashes[middle] < wanted) low = middle + 1;
			else high = middle;
		}
		let end = low;
		while (end < this.hashes.length && this.hashes[end] === wanted) end++;
		return this.values.subarray(low, end);
	}

	/** The values under each hash that has more than one, ascending. O(n) for them all. */
	*groups(): Generator<Uint32Array> {
		const { hashes, values } = this;
		for (let from = 0, to = 0; from < hashes.length; from = to) {
			for (to = from + 1; hashes[to] === hashes[from];) to++;
			if (to - from > 1) yield values.subarray(from, to);
		}
	}

	parts(): { hashes: Uint32Array; values: Uint32Array } {
		return { hashes: this.hashes, values: this.values };
	}
}

/** Takes entries one by one and makes a table of them; no entry is an object of its own. */
export class HashTableMaker {
	/** Hash and value in one double of 53 bits, so that the numeric sort is the fast one of typed arrays. */
	private pairs = new Float64Array(1024);
	private size = 0;

	add(hashed: number, value: number): void {
		if (this.size === this.pairs.length) {
			const larger = new Float64Array(2 * this.size);
			larger.set(this.pairs);
			this.pairs = larger;
		}
		this.pairs[this.size++] = hashed * 2 ** 21 + value;
	}

	table(): HashTable {
		const pairs = this.pairs.subarray(0, this.size).sort();
		const hashes = new Uint32Array(pairs.length);
		const values = new Uint32Array(pairs.length);
		for (let i = 0; i < pairs.length; i++) {
			const hashed = Math.floor(pairs[i] / 2 ** 21);
			hashes[i] = hashed;
			values[i] = pairs[i] - hashed * 2 ** 21;
		}
		return new HashTable(hashes, values);
	}
}

export type Section = string | Uint8Array | Uint32Array;

/**
 * Named sections as one run of bytes: the length of a JSON directory, the directory, then each section on a boundary
 * of four bytes. Strings are stored as Latin-1 where they can be, else as UTF-16, because both are read at the speed
 * of memory.
 */
export function pack(sections: Record<string, Section>, encode = latin1Bytes): Uint8Array {
	const bodies: { name: string; type: string; bytes: Uint8Array }[] = [];
	for (const [name, section] of Object.entries(sections)) {
		if (typeof section === 'string') bodies.push({ name, ...packString(section, encode) });
		else if (section instanceof Uint8Array) bodies.push({ name, type: 'u8', bytes: section });
		else bodies.push({ name, ...packNumbers(section) });
	}
	let at = 0;
	const directory = bodies.map(({ name, type, bytes }) => {
		const entry = { name, type, at, length: bytes.length };
		at += (bytes.length + 3) & ~3;
		return entry;
	});
	let head = JSON.stringify(directory);
	head += ' '.repeat((4 - (head.length % 4)) % 4);
	const all = new Uint8Array(4 + head.length + at);
	new DataView(all.buffer).setUint32(0, head.length, true);
	for (let i = 0; i < head.length; i++) all[4 + i] = head.charCodeAt(i);
	bodies.forEach(({ bytes }, i) => all.set(bytes, 4 + head.length + directory[i].at));
	return all;
}

/** How bytes become a string. Platforms have faster ways than a loop; the caller may bring one. */
export interface Decoders {
	latin1: (bytes: Uint8Array) => string;
	utf16: (bytes: Uint8Array) => string;
}

/** The sections of a pack. Numbers are views on the given bytes, which must not change afterwards. */
export function unpack(packed: Uint8Array, decoders: Decoders = { latin1, utf16 }): Record<string, Section> {
	const bytes = packed.byteOffset % 4 === 0 ? packed : packed.slice();
	const headLength = new DataView(bytes.buffer, bytes.byteOffset).getUint32(0, true);
	const directory = JSON.parse(latin1(bytes.subarray(4, 4 + headLength))) as {
		name: string;
		type: string;
		at: number;
		length: number;
	}[];
	const sections: Record<string, Section> = {};
	for (const { name, type, at, length } of directory) {
		const start = bytes.byteOffset + 4 + headLength + at;
		if (type === 'u32') sections[name] = new Uint32Array(bytes.buffer, start, length / 4);
		else if (type === 'u16')
			sections[name] = Uint32Array.from(new Uint16Array(bytes.buffer, start, length / 2));
		else if (type === 'steps') sections[name] = afterSteps(new Uint8Array(bytes.buffer, start, length));
		else if (type === 'u8') sections[name] = new Uint8Array(bytes.buffer, start, length);
		else if (type === 'latin1') sections[name] = decoders.latin1(new Uint8Array(bytes.buffer, start, length));
		else sections[name] = decoders.utf16(new Uint8Array(bytes.buffer, start, length));
	}
	return sections;
}

/** A string of characters up to 255 as bytes. Platforms have faster ways than a loop; the caller may bring one. */
export type Latin1Encoder = (text: string) => Uint8Array;

function latin1Bytes(text: string): Uint8Array {
	const bytes = new Uint8Array(text.length);
	for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i);
	return bytes;
}

/** Numbers as small as they allow, which is most of the time it takes to store and read them. */
function packNumbers(numbers: Uint32Array): { type: string; bytes: Uint8Array } {
	if (inSmallSteps(numbers)) {
		const steps = new Uint8Array(numbers.length);
		for (let i = 1; i < numbers.length; i++) steps[i] = numbers[i] - numbers[i - 1];
		return { type: 'steps', bytes: steps };
	}
	const isShort = numbers.every((number) => number < 2 ** 16);
	const { buffer, byteOffset, byteLength } = isShort ? Uint16Array.from(numbers) : numbers;
	return { type: isShort ? 'u16' : 'u32', bytes: new Uint8Array(buffer, byteOffset, byteLength) };
}

/** As the places are where short texts and lists begin. */
function inSmallSteps(numbers: Uint32Array): boolean {
	if (numbers[0] !== 0) return false;
	for (let i = 1; i < numbers.length; i++)
		if (numbers[i] < numbers[i - 1] || numbers[i] - numbers[i - 1] > 255) return false;
	return true;
}

function afterSteps(steps: Uint8Array): Uint32Array {
	const numbers = new Uint32Array(steps.length);
	for (let i = 1; i < steps.length; i++) numbers[i] = numbers[i - 1] + steps[i];
	return numbers;
}

function packString(text: string, encode: Latin1Encoder): { type: string; bytes: Uint8Array } {
	if (!/[^\u0000-\u00ff]/.test(text)) return { type: 'latin1', bytes: encode(text) };
	const units = new Uint8Array(text.length * 2);
	for (let i = 0; i < text.length; i++) {
		const unit = text.charCodeAt(i);
		units[2 * i] = unit & 255;
		units[2 * i + 1] = unit >> 8;
	}
	return { type: 'utf16', bytes: units };
}

/** String.fromCharCode takes its characters as arguments, of which an engine allows only so many. */
const STEP = 8192;

function latin1(bytes: Uint8Array): string {
	const parts: string[] = [];
	for (let i = 0; i < bytes.length; i += STEP)
		parts.push(String.fromCharCode(...bytes.subarray(i, i + STEP)));
	return parts.join('');
}

function utf16(bytes: Uint8Array): string {
	const parts: string[] = [];
	for (let i = 0; i < bytes.length; i += 2 * STEP) {
		const units: number[] = [];
		for (let j = i; j < Math.min(bytes.length, i + 2 * STEP); j += 2)
			units.push(bytes[j] | (bytes[j + 1] << 8));
		parts.push(String.fromCharCode(...units));
	}
	return parts.join('');
}
