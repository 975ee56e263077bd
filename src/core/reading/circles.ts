/** Two or three sets as circles whose regions are drawn in proportion to the records they hold. */
import type { Region } from './overlap';

export interface Circle {
	x: number;
	y: number;
	r: number;
}

export interface Drawing {
	circles: Circle[];
	/** Where the number of a region is written: the point in it that is furthest from every line. */
	places: { members: number[]; x: number; y: number; room: number }[];
	/** The largest difference between a region's share of what is drawn and its share of the records. */
	error: number;
}

/** A drawing that errs by more would say something that is not so. */
export const MOST_ERROR = 0.02;
/** Lines of the plane that areas are measured along: they come out within a thousandth. */
const LINES = 240;

/**
 * Draws two or three sets. Each circle is as large as its set; how far they stand apart is first worked out for every two,
 * then all is moved a little as long as the areas fit better. A fixed number of steps of O(lines).
 * @param regions as `regionsOf` gives them
 * @returns nothing where there are fewer than two or more than three sets, where one is empty, or where no circles found
 *   come within `MOST_ERROR`
 */
export function drawnInProportion(regions: readonly Region[], sets: number): Drawing | undefined {
	if (sets < 2 || sets > 3) return undefined;
	const total = regions.reduce((sum, { count }) => sum + count, 0);
	const shares = new Map(regions.map(({ members, count }) => [maskOf(members), count / total]));
	const shareOf = (holds: (mask: number) => boolean) =>
		[...shares].reduce((sum, [mask, share]) => (holds(mask) ? sum + share : sum), 0);
	const sizes = Array.from({ length: sets }, (_, i) => shareOf((mask) => (mask & (1 << i)) !== 0));
	if (sizes.some((size) => size === 0)) return undefined;
	const radii = sizes.map((size) => Math.sqrt(size / Math.PI));
	const apart = (i: number, j: number) =>
		distanceFor(
			radii[i],
			radii[j],
			shareOf((mask) => (mask & (1 << i)) !== 0 && (mask & (1 << j)) !== 0)
		);
	const first = apart(0, 1);
	const start = [...radii, first];
	if (sets === 3) {
		// The third stands where its distances to the others meet, as near as they can.
		const [a, b] = [apart(0, 2), apart(1, 2)];
		const x = first === 0 ? a : (a * a - b * b + first * first) / (2 * first);
		start.push(x, Math.sqrt(Math.max(0, a * a - x * x)));
	}
	const best = nearest(start, (shape) => squaresOf(areasOf(circlesOf(shape, sets)), shares));
	const circles = circlesOf(best, sets);
	const worst = worstOf(areasOf(circles), shares);
	if (worst > MOST_ERROR) return undefined;
	return { circles, places: placesOf(circles, regions), error: worst };
}

const maskOf = (members: readonly number[]) => members.reduce((mask, i) => mask | (1 << i), 0);

function circlesOf(shape: readonly number[], sets: number): Circle[] {
	const centres = [
		[0, 0],
		[shape[sets], 0],
		[shape[sets + 1], shape[sets + 2]]
	];
	return Array.from({ length: sets }, (_, i) => ({ x: centres[i][0], y: centres[i][1], r: shape[i] }));
}

/** Area that two circles share. */
export function lensArea(r: number, s: number, d: number): number {
	if (d >= r + s) return 0;
	if (d <= Math.abs(r - s)) return Math.PI * Math.min(r, s) ** 2;
	const half = (a: number, b: number) =>
		a * a * Math.acos(Math.min(1, Math.max(-1, (d * d + a * a - b * b) / (2 * d * a))));
	const kite = Math.sqrt(Math.max(0, (-d + r + s) * (d + r - s) * (d - r + s) * (d + r + s)));
	return half(r, s) + half(s, r) - kite / 2;
}

/** How far apart two circles share an area; found by halving, as it only falls with distance. */
function distanceFor(r: number, s: number, area: number): number {
	// Circles that share nothing stand clear of each other; one within another clear of its border, where it can.
	if (area === 0) return (r + s) * 1.04;
	let [near, far] = [Math.abs(r - s), r + s];
	if (area >= Math.PI * Math.min(r, s) ** 2 - 1e-12) return near * 0.6;
	for (let step = 0; step < 60; step++) {
		const middle = (near + far) / 2;
		if (lensArea(r, s, middle) > area) near = middle;
		else far = middle;
	}
	return (near + far) / 2;
}

/** Walks from a shape to a better one, one measure at a time, with steps that shrink. */
function nearest(start: readonly number[], errorOf: (shape: readonly number[]) => number): number[] {
	const shape = [...start];
	let error = errorOf(shape);
	for (let step = 0.04; step > 0.0002;) {
		let moved = false;
		for (let i = 0; i < shape.length; i++)
			for (const by of [step, -step]) {
				const before = shape[i];
				// A radius never falls to nothing.
				shape[i] = i < start.length / 2 ? Math.max(0.01, before + by) : before + by;
				const now = errorOf(shape);
				if (now < error - 1e-12) {
					error = now;
					moved = true;
				} else shape[i] = before;
			}
		if (!moved) step /= 2;
	}
	return shape;
}

interface Stretch {
	mask: number;
	from: number;
	to: number;
	y: number;
	height: number;
}

/** Stretches of level lines through circles, each with the circles it lies in. */
function stretchesOf(circles: readonly Circle[]): Stretch[] {
	const top = Math.min(...circles.map(({ y, r }) => y - r));
	const height = (Math.max(...circles.map(({ y, r }) => y + r)) - top) / LINES;
	const found: Stretch[] = [];
	for (let line = 0; line < LINES; line++) {
		const y = top + (line + 0.5) * height;
		const ends: { x: number; bit: number }[] = [];
		circles.forEach((circle, i) => {
			const half = Math.sqrt(Math.max(0, circle.r ** 2 - (y - circle.y) ** 2));
			if (half > 0) ends.push({ x: circle.x - half, bit: 1 << i }, { x: circle.x + half, bit: 1 << i });
		});
		ends.sort((a, b) => a.x - b.x);
		let mask = 0;
		ends.forEach(({ x, bit }, i) => {
			mask ^= bit;
			if (mask !== 0) found.push({ mask, from: x, to: ends[i + 1].x, y, height });
		});
	}
	return found;
}

/** What share of all that is drawn each region takes. */
function areasOf(circles: readonly Circle[]): Map<number, number> {
	const areas = new Map<number, number>();
	let all = 0;
	for (const { mask, from, to, height } of stretchesOf(circles)) {
		const area = (to - from) * height;
		areas.set(mask, (areas.get(mask) ?? 0) + area);
		all += area;
	}
	for (const [mask, area] of areas) areas.set(mask, area / all);
	return areas;
}

const differences = (drawn: ReadonlyMap<number, number>, wanted: ReadonlyMap<number, number>) =>
	[...new Set([...drawn.keys(), ...wanted.keys()])].map(
		(mask) => (drawn.get(mask) ?? 0) - (wanted.get(mask) ?? 0)
	);
const worstOf = (drawn: ReadonlyMap<number, number>, wanted: ReadonlyMap<number, number>) =>
	Math.max(...differences(drawn, wanted).map(Math.abs));
const squaresOf = (drawn: ReadonlyMap<number, number>, wanted: ReadonlyMap<number, number>) =>
	differences(drawn, wanted).reduce((sum, one) => sum + one * one, 0);

function placesOf(circles: readonly Circle[], regions: readonly Region[]): Drawing['places'] {
	const best = new Map<number, { x: number; y: number; room: number }>();
	for (const { mask, from, to, y } of stretchesOf(circles))
		for (let step = 1; step < 8; step++) {
			const x = from + ((to - from) * step) / 8;
			const room = Math.min(
				...circles.map((circle) => Math.abs(circle.r - Math.hypot(x - circle.x, y - circle.y)))
			);
			if (room > (best.get(mask)?.room ?? -1)) best.set(mask, { x, y, room });
		}
	return regions.flatMap(({ members }) => {
		const place = best.get(maskOf(members));
		return place ? [{ members, ...place }] : [];
	});
}
