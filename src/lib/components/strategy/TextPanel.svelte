<script lang="ts">
	import { ask, inWords } from '$lib/client/ask';
	import { onMount, untrack } from 'svelte';
	import { isSameLimit, limitsForAll, withLimits, type Command } from '$core/crosswalk';
	import { inYear, type LimitSetting } from '$core/search';
	import type { StrategyView, TextFault, Trial } from '$lib/server/search';
	import type { CqlEditor } from './cql-editor';
	import { keptDraft } from './kept-draft';
	import type { StrategySession } from './strategy-session.svelte';
	import { counted } from '../parts/numbers';
	import TextFaultNote from './TextFaultNote.svelte';
	import TypedText from './TypedText.svelte';

	/** The strategy as text. What is typed is read as it is typed; it is followed once a person says so. */
	let { session }: { session: StrategySession } = $props();
	// Each index has a panel of its own, so the place never changes under it.
	const kept = untrack(() => keptDraft(session.store.id, session.code));
	const view = $derived(session.view);
	let place = $state<HTMLElement>();
	let editor: CqlEditor | undefined;
	let isLoaded = $state(false);
	let draft = $state<string | undefined>();
	let fault = $state.raw<TextFault | null>(null);
	let preview = $state.raw<{ view: StrategyView; trial: Trial } | undefined>();
	let wait: ReturnType<typeof setTimeout> | undefined;
	let asked = 0;

	const shownFault = $derived(draft === undefined ? view.textFault : fault);
	$effect(() => {
		const now = shownFault;
		editor?.mark(now);
	});
	// While nothing is being typed, the text follows the blocks.
	$effect(() => {
		const text = view.cql;
		if (draft === undefined && editor) editor.text = text;
	});

	onMount(() => {
		if (kept.get() !== undefined || view.textFault) void edit();
		return () => {
			isGone = true;
			editor?.destroy();
		};
	});

	let isGone = false;
	/** The editor is most of what this screen weighs, so it comes when somebody wants to type. */
	async function edit() {
		const { CqlEditor } = await import('./cql-editor');
		if (!place || isGone || editor) return;
		begin(CqlEditor, place);
	}

	function begin(Editor: typeof CqlEditor, parent: HTMLElement) {
		isLoaded = true;
		editor = new Editor({
			parent,
			text: view.cql,
			limits: () => view.limits,
			headings: async (typed) => {
				if (typed.trim() === '') return [];
				const query = new URLSearchParams({ q: typed, limit: '8' });
				const { value } = await ask<{ matches: { heading: { label: string; recordCount: number } }[] }>(
					`/api/v1/indexes/${session.code}/lookup?${query}`
				);
				return (value?.matches ?? []).map(({ heading }) => ({
					label: heading.label,
					detail: counted(heading.recordCount, 'record')
				}));
			},
			onChange: (text) => {
				// Typed back to what it was: there is nothing to follow.
				if (text === session.view.cql) return leave();
				draft = text;
				kept.put(text);
				clearTimeout(wait);
				wait = setTimeout(() => void read(text), 250);
			},
			onKeep: follow
		});
		// What was typed before a reload is taken up again.
		editor.text = kept.get() ?? view.cql;
		editor.mark(shownFault);
	}

	async function read(text: string) {
		const mine = ++asked;
		const answer = await session.askTrial([followText(text)]);
		if (mine !== asked || draft === undefined) return;
		if (answer.fault) {
			const message = inWords(answer.fault, 'The text is kept here.');
			fault = { message, position: 0, end: 0, expected: [] };
			return;
		}
		preview = answer.value;
		fault = preview.view.textFault;
	}

	/** The text alone says which limits there are: those that were set beside it are lifted here. */
	function followText(text: string): Command {
		const set: Command = { kind: 'strategy.set', indexCode: session.code, text, limits: [], lifted: false };
		const lifts = limitsForAll(session.inquiry, session.code).flatMap(({ limit }): Command[] =>
			limit.liftedIn.includes(session.code)
				? []
				: [{ kind: 'limit.lift', field: limit.id, indexCode: session.code, lifted: true }]
		);
		if (lifts.length === 0) return set;
		const title = `Edited the text in the strategy for ${session.store.indexName(session.code)}`;
		return { kind: 'many', title, commands: [set, ...lifts] };
	}

	/** Follows the text; its limits are in it. */
	function follow() {
		if (draft === undefined || shownFault) return;
		const text = draft;
		leave();
		session.change(followText(text));
	}

	function leave() {
		clearTimeout(wait);
		asked++;
		kept.drop();
		draft = undefined;
		fault = null;
		preview = undefined;
	}

	/** The limits in force, those set beside the text as they are set. */
	const limitsNow = () => {
		const set = new Map([
			...limitsForAll(session.inquiry, session.code).map(
				({ limit }) => [limit.id, limit.setting] as [string, LimitSetting]
			),
			...session.settings.limits.map((limit) => [limit.field, limit] as [string, LimitSetting])
		]);
		return view.strategy.limits.map((limit) => {
			const known = set.get(limit.field);
			// A period is kept as it was set; the text may say something else by now.
			return known && isSameLimit(inYear(known, new Date().getFullYear()), limit) ? known : limit;
		});
	};

	/** The crosswalk is followed again, with the limits as they are now. */
	function followCrosswalk() {
		const commands = withLimits(session.inquiry, session.code, limitsNow()).map((command) =>
			command.kind === 'strategy.set' ? { ...command, text: '' } : command
		);
		const [first, ...others] = commands;
		const title = `Followed the crosswalk again in the strategy for ${session.store.indexName(session.code)}`;
		session.change(others.length === 0 ? first : { kind: 'many', title, commands });
	}

	function putBack() {
		leave();
		if (editor) editor.text = view.cql;
	}
</script>

<section aria-label="Strategy as text">
	<div class="mb-1 flex items-baseline gap-2">
		<h2 class="font-semibold">As CQL</h2>
		<span class="text-xs text-quiet">
			{#if view.typed}typed, and followed instead of the crosswalk{:else}follows the crosswalk{/if}
		</span>
	</div>
	<div
		bind:this={place}
		class="cql min-h-24 max-h-72 overflow-auto rounded border bg-leaf focus-within:border-lichen"
		class:!border-warn={shownFault}
	>
		{#if !isLoaded}
			<button
				class="block min-h-24 w-full p-1.5 text-left"
				onclick={() => edit().then(() => editor?.goTo(view.cql.length))}
			>
				<span class="sr-only">Edit the strategy as CQL:</span>
				<code class="text-xs break-words whitespace-pre-wrap">{view.cql}</code>
			</button>
		{/if}
	</div>
	{#if shownFault}<TextFaultNote
			fault={shownFault}
			kept={draft === undefined}
			onGoTo={(at) => editor?.goTo(at)}
		/>{/if}
	{#if draft !== undefined}
		<TypedText {preview} isFaulty={shownFault !== null} onFollow={follow} onPutBack={putBack} />
	{:else if view.typed}
		<div class="mt-1 flex flex-wrap items-center gap-2 text-xs">
			{#if view.beyond}<span>Parts of it say more than blocks can show; they stand as text.</span>{/if}
			<button data-changes class="quiet-action border !py-0.5" onclick={followCrosswalk}
				>Follow the crosswalk again</button
			>
		</div>
	{/if}
</section>

<style>
	.cql :global(.cm-editor) {
		font-size: 12.5px;
		outline: none;
	}
	.cql :global(.cm-content) {
		font-family: ui-monospace, monospace;
		color: var(--bark);
		caret-color: var(--bark);
	}
	.cql :global(.cm-cursor) {
		border-left-color: var(--bark);
	}
	.cql :global(.cm-gutters) {
		background: transparent;
		border: 0;
	}
	.cql :global(.cm-tooltip) {
		background: var(--leaf-paper);
		border: 1px solid var(--line);
		border-radius: 5px;
		color: var(--bark);
	}
	.cql :global(.cm-tooltip-autocomplete li[aria-selected]) {
		background: var(--lichen-wash);
		color: var(--lichen-deep);
	}
	.cql :global(.cm-lintRange-error) {
		background-image: none;
		text-decoration: underline wavy var(--warn);
	}
</style>
