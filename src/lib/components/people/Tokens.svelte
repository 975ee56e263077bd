<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import type { Token } from '$lib/server/people';
	import { moment } from '../inquiry/moment';
	import { toClipboard } from '../parts/clipboard';
	import Select from '../parts/Select.svelte';
	import { Asking } from './asking.svelte';
	import Typed from './Typed.svelte';

	/** Tokens of a person: those there are, and making another one. */
	let { tokens }: { tokens: Token[] } = $props();
	const asking = new Asking();
	const DAYS = [
		{ value: '30', says: 'for 30 days' },
		{ value: '90', says: 'for 90 days' },
		{ value: '365', says: 'for a year' }
	] as const;
	const SCOPES = [
		{ value: 'read', says: 'may read' },
		{ value: 'write', says: 'may read and write' }
	] as const;
	let name = $state('');
	let scope = $state<'read' | 'write'>('read');
	let days = $state<'30' | '90' | '365'>('90');
	let shown = $state('');
	let copied = $state(false);

	async function make(event: SubmitEvent) {
		event.preventDefault();
		const endsAt = new Date(Date.now() + Number(days) * 86_400_000).toISOString();
		const made = await asking.send<{ token: string }>('/api/v1/tokens', { name, scope, endsAt });
		if (!made) return;
		shown = made.token;
		copied = false;
		name = '';
		await invalidateAll();
	}

	async function remove(id: string) {
		if (await asking.send(`/api/v1/tokens/${id}`, undefined, 'DELETE')) await invalidateAll();
	}
	const isPast = ({ endsAt }: Token) => endsAt < new Date().toISOString();
</script>

<section aria-labelledby="tokens-title">
	<h2 id="tokens-title" class="text-lg font-semibold">Tokens for notebooks and scripts</h2>
	{#if asking.problem}<p class="mt-2 text-warn" role="alert">{asking.problem}</p>{/if}
	{#if tokens.length > 0}
		<ul class="mt-2 divide-y border-y">
			{#each tokens as token (token.id)}
				<li class="flex min-h-10 items-center justify-between gap-4">
					<span
						><span class="font-medium">{token.name}</span>
						<span class="text-quiet"
							>{token.scope === 'read' ? 'reads' : 'reads and writes'}; {isPast(token) ? 'ended' : 'ends'}
							{moment(token.endsAt)}; {token.usedAt
								? `used last ${moment(token.usedAt)}`
								: 'not used yet'}</span
						></span
					>
					<button class="quiet-action" onclick={() => remove(token.id)}>Remove</button>
				</li>
			{/each}
		</ul>
	{:else}
		<p class="mt-1 text-quiet">
			There is none. A token lets a script do over the API what you may do, and is sent as
			<code>Authorization: Bearer …</code>
		</p>
	{/if}
	{#if shown}
		<div class="mt-3 border-l-2 border-lichen bg-wash px-3 py-2" role="status">
			<p class="font-medium">Copy it now: it is shown this once.</p>
			<p class="mt-1 flex flex-wrap items-center gap-2">
				<code class="break-all" data-token>{shown}</code>
				<button class="quiet-action" onclick={() => (copied = toClipboard(shown))}
					>{copied ? 'Copied' : 'Copy'}</button
				>
			</p>
		</div>
	{/if}
	<form class="mt-3 flex flex-wrap items-end gap-3" onsubmit={make}>
		<div class="w-56">
			<Typed
				name="token-name"
				label="A new token, for"
				placeholder="the notebook on my desk"
				required
				maxlength={100}
				bind:value={name}
			/>
		</div>
		<Select label="What it may do" value={scope} options={SCOPES} onChange={(next) => (scope = next)} />
		<Select label="How long it is good" value={days} options={DAYS} onChange={(next) => (days = next)} />
		<button class="action" disabled={asking.busy}>Make it</button>
	</form>
</section>
