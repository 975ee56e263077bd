<script lang="ts">
	import { untrack } from 'svelte';
	import CollisionPanel from '$lib/components/frame/CollisionPanel.svelte';
	import ConceptStrip from '$lib/components/frame/ConceptStrip.svelte';
	import { useKeys } from '$lib/components/parts/keys.svelte';
	import GuideStrip from '$lib/components/first-meeting/GuideStrip.svelte';
	import KeysSheet from '$lib/components/frame/KeysSheet.svelte';
	import MarkedBar from '$lib/components/frame/MarkedBar.svelte';
	import Rail from '$lib/components/frame/Rail.svelte';
	import TopBar from '$lib/components/frame/TopBar.svelte';
	import { InquiryStore, provideInquiry } from '$lib/components/inquiry/inquiry-store.svelte';

	let { data, children } = $props();
	const id = $derived(data.state.inquiry.about.id);
	// A store lives as long as its inquiry is on the screen; a reload of the same data must not lose what is under way.
	const store = $derived.by(() => {
		void id;
		return untrack(() => new InquiryStore(data.state, data.indexes));
	});
	provideInquiry(() => store);

	let keysOpen = $state(false);

	$effect(() => store.attach());
	$effect(() => {
		const step = (kind: 'undo' | 'redo') => void store.step(kind);
		return useKeys({
			title: 'Everywhere',
			keys: [
				{
					shown: ['/'],
					does: 'Look a word up',
					bind: '/',
					run: () => document.querySelector<HTMLInputElement>('#word-field')?.select()
				},
				{ shown: ['Ctrl Z'], does: 'Undo', bind: '$mod+z', run: () => step('undo') },
				{ shown: ['Ctrl Y'], does: 'Redo', bind: '$mod+y', run: () => step('redo') },
				{ shown: ['?'], does: 'Show these keys', bind: ['Shift+?', '?'], run: () => (keysOpen = true) }
			]
		});
	});
</script>

<a class="sr-only focus:not-sr-only" href="#main">To the content</a>
<div class="flex h-dvh max-sm:flex-col-reverse">
	<Rail />
	<div class="flex min-h-0 min-w-0 flex-1 flex-col">
		<TopBar person={data.person} onKeys={() => (keysOpen = true)} />
		<ConceptStrip />
		<main id="main" class="flex min-h-0 flex-1 flex-col">
			{@render children()}
		</main>
		<MarkedBar />
		<GuideStrip />
	</div>
</div>
<KeysSheet bind:open={keysOpen} />
<CollisionPanel />
