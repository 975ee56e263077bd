<script lang="ts">
	import dagre from '@dagrejs/dagre';
	import type { HeadingSheet } from '$lib/server/browse';

	/** A small picture of where a heading stands: every heading broader, itself, what is narrower. */
	let { sheet, at }: { sheet: HeadingSheet; at: (heading: string) => string } = $props();

	const MOST_NARROWER = 7;
	/** What stands for those that are not drawn; no heading has a line break in its identifier. */
	const REST = '\n';
	const LONGEST = 20;
	const WIDE = 132;
	const HIGH = 22;
	const short = (label: string) => (label.length > LONGEST ? `${label.slice(0, LONGEST - 1)}…` : label);

	const layout = $derived.by(() => {
		const graph = new dagre.graphlib.Graph();
		graph.setGraph({ rankdir: 'LR', nodesep: 6, ranksep: 26 });
		graph.setDefaultEdgeLabel(() => ({}));
		const labels = new Map<string, string>();
		const add = (id: string, label: string) => {
			if (labels.has(id)) return;
			labels.set(id, label);
			graph.setNode(id, { width: WIDE, height: HIGH });
		};
		for (const path of sheet.paths)
			path.forEach((heading, i) => {
				add(heading.id, heading.label);
				if (i > 0) graph.setEdge(path[i - 1].id, heading.id);
			});
		add(sheet.id, sheet.label);
		for (const narrower of sheet.narrower.slice(0, MOST_NARROWER)) {
			add(narrower.id, narrower.label);
			graph.setEdge(sheet.id, narrower.id);
		}
		const more = sheet.narrower.length - MOST_NARROWER;
		if (more > 0) {
			add(REST, `and ${more} more`);
			graph.setEdge(sheet.id, REST);
		}
		dagre.layout(graph);
		const { width = 0, height = 0 } = graph.graph();
		return {
			width,
			height,
			nodes: [...labels].map(([id, label]) => ({ id, label, ...graph.node(id) })),
			edges: graph.edges().map((edge) => {
				const [from, to] = [graph.node(edge.v), graph.node(edge.w)];
				const [x1, x2] = [from.x + WIDE / 2, to.x - WIDE / 2];
				return {
					id: `${edge.v}\n${edge.w}`,
					d: `M${x1} ${from.y}C${x1 + 14} ${from.y} ${x2 - 14} ${to.y} ${x2} ${to.y}`
				};
			})
		};
	});
</script>

<figure class="overflow-x-auto">
	<svg
		viewBox="-2 -2 {layout.width + 4} {layout.height + 4}"
		style="width: {Math.min(layout.width, 1.15 * layout.width)}px; max-width: 100%; min-width: {Math.min(
			layout.width,
			360
		)}px"
		role="group"
		aria-label="{sheet.label} among {layout.nodes.length -
			1} headings around it; the same headings stand in the lists on either side"
	>
		<g fill="none" class="stems" stroke-width="1.3">
			{#each layout.edges as { id, d } (id)}<path {d} />{/each}
		</g>
		{#each layout.nodes as node (node.id)}
			{@const own = node.id === sheet.id}
			{#snippet box()}
				<rect x={node.x - WIDE / 2} y={node.y - HIGH / 2} width={WIDE} height={HIGH} rx="4" class:own />
				<text x={node.x} y={node.y + 4} text-anchor="middle" class:own
					>{short(node.label)}<title>{node.label}</title></text
				>
			{/snippet}
			{#if node.id !== REST && !own}<a href={at(node.id)} tabindex="-1">{@render box()}</a
				>{:else}{@render box()}{/if}
		{/each}
	</svg>
</figure>

<style>
	.stems {
		stroke: color-mix(in oklch, var(--lichen) 55%, var(--line));
	}
	rect {
		fill: var(--leaf-paper);
		stroke: var(--line);
	}
	rect.own {
		fill: var(--lichen-wash);
		stroke: var(--lichen);
	}
	text {
		font-family: var(--font-serif);
		font-size: 11.5px;
		fill: var(--bark);
	}
</style>
