<script lang="ts">
	import type { Drawing } from '$core/reading';
	import type { OverlapOfSets } from '$lib/server/reading';
	import { counted, number } from '../parts/numbers';

	/** Two or three sets as circles as large as what they hold; the number in each region opens it. */
	interface Props {
		drawing: Drawing;
		overlap: OverlapOfSets;
		says: { one: string; many: string };
		at: (members: number[]) => string;
	}
	let { drawing, overlap, says, at }: Props = $props();
	const HEIGHT = 210;
	/** Room for a name above and below. */
	const EDGE = 28;
	/** Room for the names at the sides. */
	const SIDE = 200;
	const box = $derived.by(() => {
		const { circles } = drawing;
		const left = Math.min(...circles.map(({ x, r }) => x - r));
		const top = Math.min(...circles.map(({ y, r }) => y - r));
		const wide = Math.max(...circles.map(({ x, r }) => x + r)) - left;
		const high = Math.max(...circles.map(({ y, r }) => y + r)) - top;
		const scale = Math.min(HEIGHT / high, 460 / wide);
		return { left, top, wide: wide * scale, high: high * scale, scale };
	});
	const x = (own: number) => (own - box.left) * box.scale;
	const y = (own: number) => (own - box.top) * box.scale + EDGE;
	/** Names stand at the sides, that of a third set above or below; a line leads to the circle, however they lie. */
	const names = $derived.by(() => {
		const { circles } = drawing;
		const order = circles.map((_, i) => i).sort((a, b) => circles[a].x - circles[b].x || b - a);
		const middle = circles.reduce((sum, circle) => sum + circle.y, 0) / circles.length;
		return circles.map((circle, i) => {
			const [cx, cy, r] = [x(circle.x), y(circle.y), circle.r * box.scale];
			if (i === order[0]) return { x: -16, y: cy, anchor: 'end', from: [-12, cy], to: [cx - r, cy] };
			if (i === order[order.length - 1])
				return { x: box.wide + 16, y: cy, anchor: 'start', from: [box.wide + 12, cy], to: [cx + r, cy] };
			const below = circle.y >= middle;
			const edge = below ? box.high + EDGE + 14 : EDGE - 18;
			return {
				x: cx,
				y: edge,
				anchor: 'middle',
				from: [cx, edge + (below ? -8 : 8)],
				to: [cx, cy + (below ? r : -r)]
			};
		});
	});
	const countOf = (members: readonly number[]) =>
		overlap.regions.find((region) => region.members.join() === members.join())?.count ?? 0;
	const nameOf = (i: number) => overlap.sets[i].name;
	/** A name that is longer has no room beside another. */
	const short = (name: string) => (name.length > 26 ? `${name.slice(0, 25)}…` : name);
	/** Textures besides shades, so that no set is told by colour alone. */
	const turns = [45, -45, 0];
	const id = $props.id();
</script>

<svg
	width={box.wide + 2 * SIDE}
	height={box.high + 2 * EDGE}
	viewBox="{-150} 0 {box.wide + 2 * SIDE} {box.high + 2 * EDGE}"
	class="mx-auto block max-w-full"
	role="group"
	aria-label="How they overlap, drawn in proportion"
>
	<defs>
		{#each drawing.circles as _, i (i)}
			<pattern
				id="{id}-{i}"
				width="7"
				height="7"
				patternUnits="userSpaceOnUse"
				patternTransform="rotate({turns[i]})"
			>
				<line x1="0" y1="0" x2="0" y2="7" stroke="var(--lichen)" stroke-width="1" opacity="0.35" />
			</pattern>
		{/each}
	</defs>
	{#each drawing.circles as circle, i (i)}
		<circle
			cx={x(circle.x)}
			cy={y(circle.y)}
			r={circle.r * box.scale}
			fill="var(--lichen)"
			fill-opacity="0.1"
			stroke="var(--lichen)"
			stroke-width="1.25"
		/>
		<circle cx={x(circle.x)} cy={y(circle.y)} r={circle.r * box.scale} fill="url(#{id}-{i})" />
	{/each}
	{#each names as name, i (i)}
		<line
			x1={name.from[0]}
			y1={name.from[1]}
			x2={name.to[0]}
			y2={name.to[1]}
			stroke="var(--bark-quiet)"
			stroke-width="0.75"
		/>
		<text
			x={name.x}
			y={name.y}
			dominant-baseline="middle"
			text-anchor={name.anchor}
			font-size="13"
			fill="var(--bark)"
			><tspan class={overlap.sets[i].isHeading ? 'font-serif' : ''}>{short(nameOf(i))}</tspan> · {number(
				overlap.sets[i].count
			)}</text
		>
	{/each}
	{#each drawing.places as place (place.members.join())}
		{@const count = countOf(place.members)}
		{#if place.room * box.scale > 9}
			<a
				href={at(place.members)}
				aria-label="{counted(count, says.one, says.many)} in {place.members.map(nameOf).join(' and ')} alone"
			>
				<text
					x={x(place.x)}
					y={y(place.y) + 4}
					text-anchor="middle"
					font-size="13"
					font-weight="600"
					stroke="var(--leaf-paper)"
					stroke-width="3"
					paint-order="stroke"
					fill="var(--bark)">{number(count)}</text
				>
			</a>
		{/if}
	{/each}
</svg>
