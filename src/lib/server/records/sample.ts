/** What is counted on the records themselves is counted on so many at most; of more, on some taken evenly. */
const MOST_COUNTED = 5_000;

export function systematicSample(numbers: Uint32Array, most = MOST_COUNTED): Uint32Array {
	if (numbers.length <= most) return numbers;
	return Uint32Array.from({ length: most }, (_, i) => numbers[Math.floor((i * numbers.length) / most)]);
}
