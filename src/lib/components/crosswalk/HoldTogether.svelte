<script lang="ts">
	import { differencesOf, heldTogether, pickName, type Pick } from '$core/crosswalk';
	import Menu from '../parts/Menu.svelte';
	import Panel from '../parts/Panel.svelte';
	import { freshId, useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';

	/** Two picks become one whose headings must be on the same record. Where their switches differ, it is asked. */
	let { pick, others }: { pick: Pick; others: Pick[] } = $props();
	const store = $derived(useInquiry()());
	let other = $state.raw<Pick>();
	const differences = $derived(other ? differencesOf(pick, other) : []);

	function choose(candidate: Pick) {
		if (differencesOf(pick, candidate).length === 0) hold(pick, candidate);
		else other = candidate;
	}

	/** @param leading its switches are kept */
	function hold(leading: Pick, following: Pick) {
		const { conceptId, indexCode, edition } = leading;
		const held = heldTogether(leading, following);
		store.send({
			kind: 'many',
			title: `Held ${pickName(held)} in one pick`,
			commands: [
				{ kind: 'pick.remove', id: leading.id },
				{ kind: 'pick.remove', id: following.id },
				{ kind: 'pick.add', id: freshId(), conceptId, indexCode, edition, ...held }
			]
		});
		other = undefined;
	}
</script>

<Menu
	changes
	label="Hold {pickName(pick)} together with"
	class="!px-1.5 text-xs"
	items={others.map((candidate) => ({
		says: pickName(candidate),
		isHeading: true,
		run: () => choose(candidate)
	}))}>together with</Menu
>
<Panel
	bind:open={() => other !== undefined, (open) => !open && (other = undefined)}
	title="Held together, they have one set of switches"
>
	{#if other}
		{@const second = other}
		<p class="mb-3">These two differ. Which of them is the pair to be like?</p>
		<table class="mb-4 w-full">
			<thead>
				<tr class="border-b text-left">
					<th class="py-1 pr-4 font-normal" scope="col"><HeadingText label={pickName(pick)} /></th>
					<th class="py-1 font-normal" scope="col"><HeadingText label={pickName(second)} /></th>
				</tr>
			</thead>
			<tbody>
				{#each differences as difference (difference.field)}
					<tr class="border-b">
						<td class="py-1.5 pr-4">{difference.one}</td>
						<td class="py-1.5">{difference.other}</td>
					</tr>
				{/each}
			</tbody>
		</table>
		<div class="flex flex-wrap gap-3">
			<button class="action" onclick={() => hold(pick, second)}>As {pickName(pick)}</button>
			<button class="action" onclick={() => hold(second, pick)}>As {pickName(second)}</button>
			<button class="quiet-action border" onclick={() => (other = undefined)}>Leave them apart</button>
		</div>
	{/if}
</Panel>
