<script lang="ts">
	import type { Chart } from 'chart.js';
	import type { Snippet } from 'svelte';
	import { goto } from '$app/navigation';
	import Count from '../parts/Count.svelte';
	import { colours, onThemeChange } from './colours';

	/** Counts year by year, one series on top of another, as a picture; the numbers stand in a table behind it. */
	let {
		from,
		series,
		label,
		marks = [],
		at,
		totals,
		children
	}: {
		from: number;
		series: { name: string; counts: number[] }[];
		/** What the picture says, for those who do not see it. */
		label: string;
		/** Years from which on something holds; each is marked by a line. */
		marks?: readonly number[];
		/** Where the records of a year are: of the first series, or of all together. */
		at: (year: number, series: 0 | 1) => string;
		/** All series together, where there is more than one. */
		totals?: number[];
		/** What the colours mean. */
		children?: Snippet;
	} = $props();

	let canvas = $state<HTMLCanvasElement>();
	const years = $derived(series[0].counts.map((_, i) => from + i));

	$effect(() => {
		if (!canvas) return;
		const place = canvas;
		const data = {
			labels: years,
			datasets: series.map(({ name, counts }) => ({ label: name, data: counts }))
		};
		const marked = marks.filter((year) => year > from && year < from + years.length);
		let chart: Chart | undefined;
		let isGone = false;
		const draw = async () => {
			const { Chart, BarController, BarElement, CategoryScale, LinearScale, Tooltip } =
				await import('chart.js');
			if (isGone) return;
			Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip);
			chart?.destroy();
			Chart.defaults.font.family = getComputedStyle(place).fontFamily;
			const { lichen, wash, quiet, line, leaf, bark, warn } = colours(place);
			const shades = [lichen, wash];
			chart = new Chart(place, {
				type: 'bar',
				data: {
					...data,
					datasets: data.datasets.map((set, i) => ({
						...set,
						backgroundColor: shades[i % shades.length],
						borderColor: lichen,
						borderWidth: i === 0 ? 0 : { top: 1 },
						barPercentage: 1,
						categoryPercentage: 0.85
					}))
				},
				options: {
					animation: false,
					maintainAspectRatio: false,
					interaction: { mode: 'index', intersect: false },
					onClick: (_, bars) => {
						// A press on a year opens what stands on it.
						if (bars.length > 0) void goto(at(years[bars[0].index], totals ? 1 : 0));
					},
					onHover: ({ native }, bars) => {
						const canvas = native?.target as HTMLElement | undefined;
						if (canvas) canvas.style.cursor = bars.length > 0 ? 'pointer' : '';
					},
					plugins: {
						tooltip: {
							backgroundColor: leaf,
							titleColor: bark,
							bodyColor: bark,
							borderColor: line,
							borderWidth: 1
						}
					},
					scales: {
						x: {
							stacked: true,
							grid: { display: false },
							border: { color: line },
							ticks: { color: quiet, maxTicksLimit: 6, maxRotation: 0, font: { size: 11 } }
						},
						y: {
							stacked: true,
							beginAtZero: true,
							border: { display: false },
							grid: { color: line, lineWidth: 0.5 },
							ticks: { color: quiet, maxTicksLimit: 3, precision: 0, font: { size: 11 } }
						}
					}
				},
				plugins: [
					{
						id: 'marks',
						afterDraw({ ctx, chartArea, scales }) {
							const { x } = scales;
							ctx.save();
							ctx.strokeStyle = warn;
							ctx.setLineDash([3, 2]);
							for (const year of marked) {
								const at =
									x.getPixelForValue(year - from) - (x.getPixelForValue(1) - x.getPixelForValue(0)) / 2;
								ctx.beginPath();
								ctx.moveTo(at, chartArea.top);
								ctx.lineTo(at, chartArea.bottom);
								ctx.stroke();
							}
							ctx.restore();
						}
					}
				]
			});
		};
		void draw();
		const leave = onThemeChange(() => void draw());
		return () => {
			isGone = true;
			leave();
			chart?.destroy();
		};
	});
</script>

<div class="h-24" role="img" aria-label={label}><canvas bind:this={canvas}></canvas></div>
{@render children?.()}
<details class="text-xs">
	<summary class="cursor-pointer text-quiet">As a table</summary>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (it scrolls, so the keyboard must reach it) -->
	<div class="mt-1 max-h-48 overflow-auto" role="region" aria-label="Records by year" tabindex="0">
		<table class="tabular-nums">
			<thead class="text-left text-quiet">
				<tr>
					<th class="pr-4 font-normal" scope="col">Year</th>
					<th class="pr-4 text-right font-normal" scope="col">{series[0].name}</th>
					{#if totals}<th class="pr-4 text-right font-normal" scope="col">With narrower</th>{/if}
				</tr>
			</thead>
			<tbody>
				{#each years as year, i (year)}
					<tr class="h-6">
						<th class="pr-4 text-left font-normal" scope="row">{year}</th>
						<td class="pr-4 text-right"><Count n={series[0].counts[i]} at={at(year, 0)} says="" /></td>
						{#if totals}<td class="pr-4 text-right"><Count n={totals[i]} at={at(year, 1)} says="" /></td>{/if}
					</tr>
				{/each}
			</tbody>
		</table>
	</div>
</details>
