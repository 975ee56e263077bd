<script lang="ts">
	import { goto, invalidateAll } from '$app/navigation';
	import { page } from '$app/state';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { moment } from '$lib/components/inquiry/moment';
	import { messages } from '$lib/components/messages/messages.svelte';
	import { toClipboard } from '$lib/components/parts/clipboard';
	import Menu from '$lib/components/parts/Menu.svelte';
	import Select from '$lib/components/parts/Select.svelte';
	import { Asking } from '$lib/components/people/asking.svelte';
	import IndependentReviews from '$lib/components/independent-review/IndependentReviews.svelte';
	import AllComments from '$lib/components/comments/AllComments.svelte';
	import FindPeople from '$lib/components/people/FindPeople.svelte';
	import { PARTS_SAID } from '$lib/components/people/roles';
	import Ellipsis from '@lucide/svelte/icons/ellipsis';

	/** Who takes part in this inquiry, and the links by which it is read. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const asking = new Asking();
	const isOwner = $derived(data.role === 'owner');
	type Part = 'owner' | 'editor' | 'reader';

	const lists = () => ({
		people: data.people.map(({ id, role }) => ({ id, role: role as Part })),
		groups: data.groups.map(({ id, role }) => ({ id, role }))
	});

	async function put(next: ReturnType<typeof lists>, said: string) {
		const at = `/api/v1/inquiries/${store.id}/people`;
		if (!(await asking.send(at, next, 'PUT'))) return;
		messages.say(said);
		await invalidateAll();
	}

	const add = (kind: 'people' | 'groups', id: string, name: string) => {
		const next = lists();
		if (next[kind].some((one) => one.id === id)) return;
		next[kind].push({ id, role: 'editor' } as never);
		void put(next, `${name} takes part.`);
	};
	const setRole = (kind: 'people' | 'groups', id: string, role: 'editor' | 'reader', name: string) => {
		const next = lists();
		for (const one of next[kind]) if (one.id === id) one.role = role;
		void put(next, role === 'editor' ? `${name} may change it now.` : `${name} may read it.`);
	};
	const take = (kind: 'people' | 'groups', id: string, name: string) => {
		const next = lists();
		next[kind] = next[kind].filter((one) => one.id !== id) as never;
		void put(next, `${name} takes part no more.`);
	};
	const give = (id: string, name: string) => {
		const next = lists();
		for (const one of next.people)
			one.role = one.id === id ? 'owner' : one.role === 'owner' ? 'editor' : one.role;
		void put(next, `The inquiry is ${name}’s now; you may change it.`);
	};

	async function leave() {
		if (await asking.send(`/inquiry/${store.id}/people/me`, undefined, 'DELETE')) await goto('/');
	}

	const links = $derived(data.links ?? []);
	/** Where links that are copied lead. */
	const SCREENS = [
		{ value: '', says: 'the crosswalk' },
		{ value: 'question', says: 'the question' },
		{ value: 'strategy', says: 'the strategies' },
		{ value: 'records', says: 'the records' },
		{ value: 'pooled', says: 'the pooled list' },
		{ value: 'pearls', says: 'the pearls' },
		{ value: 'reading-list', says: 'the reading list' },
		{ value: 'report', says: 'the report' },
		{ value: 'logbook', says: 'the logbook' }
	];
	let screen = $state('');
	const addressOf = (key: string) =>
		`${page.url.origin}/shared/${key}${screen ? `?${new URLSearchParams({ to: `/inquiry/${store.id}/${screen}` })}` : ''}`;
	async function makeLink() {
		const made = await asking.send<{ key: string }>(`/inquiry/${store.id}/people/links`, {});
		if (!made) return;
		await invalidateAll();
		if (toClipboard(addressOf(made.key))) messages.say('The link is copied.');
	}
	async function takeBack(key: string) {
		if (!(await asking.send(`/inquiry/${store.id}/people/links`, { key }, 'DELETE'))) return;
		messages.say('The link leads nowhere now.');
		await invalidateAll();
	}
</script>

<svelte:head><title>People · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
<div class="min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="People of this inquiry">
	<div class="mx-auto max-w-3xl space-y-8 px-6 py-4">
		{#if data.me?.alone}
			<section aria-labelledby="alone-title">
				<h2 id="alone-title" class="text-lg font-semibold">Share</h2>
				<p>
					Sharing is off, as Oakmoss was started without accounts and you work alone. With accounts on, you
					invite colleagues and groups, or make a link for reading.
				</p>
				<p class="mt-2">
					To try it with the demo, stop Oakmoss and start it with <code>npm run demo -- together</code>; the
					two people it prints can sign in. For an installation of your own, set
					<code>OAKMOSS_ACCOUNTS=on</code>.
				</p>
			</section>
		{/if}
		<section aria-labelledby="part-title">
			<h1 id="part-title" class="text-lg font-semibold">People</h1>
			<ul class="mt-2 divide-y border-y">
				{#each data.people as person (person.id)}
					<li class="flex min-h-11 items-center justify-between gap-3">
						<span class="font-medium">{person.name}</span>
						<span class="flex items-center gap-2">
							{#if person.role === 'owner'}<span class="text-quiet">owner</span>
							{:else if isOwner}
								<Select
									label="What {person.name} may do"
									value={person.role}
									options={PARTS_SAID}
									onChange={(role) => setRole('people', person.id, role, person.name)}
								/>
								<Menu
									label="More for {person.name}"
									items={[
										{ says: 'Make them the owner', run: () => give(person.id, person.name) },
										{ says: 'Remove', run: () => take('people', person.id, person.name) }
									]}><Ellipsis size={16} aria-hidden="true" /></Menu
								>
							{:else}<span class="text-quiet"
									>{PARTS_SAID.find(({ value }) => value === person.role)?.says}</span
								>{/if}
						</span>
					</li>
				{/each}
				{#each data.groups as group (group.id)}
					<li class="flex min-h-11 items-center justify-between gap-3">
						<span><span class="font-medium">{group.name}</span> <span class="text-quiet">a group</span></span>
						<span class="flex items-center gap-2">
							{#if isOwner}
								<Select
									label="What {group.name} may do"
									value={group.role}
									options={PARTS_SAID}
									onChange={(role) => setRole('groups', group.id, role, group.name)}
								/>
								<button data-changes class="quiet-action" onclick={() => take('groups', group.id, group.name)}
									>Remove</button
								>
							{:else}<span class="text-quiet"
									>{PARTS_SAID.find(({ value }) => value === group.role)?.says}</span
								>{/if}
						</span>
					</li>
				{/each}
			</ul>
			{#if asking.problem}<p class="mt-2 text-warn" role="alert">{asking.problem}</p>{/if}
			{#if isOwner && !data.me?.alone}<FindPeople
					without={[...data.people, ...data.groups].map(({ id }) => id)}
					onTake={add}
				/>
			{:else if data.me?.role !== 'visitor' && !data.me?.alone}
				<button class="quiet-action mt-2" onclick={leave}>Leave this inquiry</button>
			{/if}
		</section>
		{#if data.me?.alone === false}
			<IndependentReviews
				id={store.id}
				aparts={data.aparts}
				people={data.people.filter(({ role }) => role !== 'reader')}
				mayBegin={data.role !== 'reader' && !data.apart}
			/>
		{/if}
		<section aria-labelledby="comments-title">
			<h2 id="comments-title" class="mb-2 text-lg font-semibold">Comments</h2>
			<AllComments />
		</section>
		{#if isOwner && !data.me?.alone}
			<section aria-labelledby="links-title">
				<h2 id="links-title" class="text-lg font-semibold">Reading by a link</h2>
				<p class="text-quiet">
					A link lets people read this inquiry without an account. They change nothing, and you can take the
					link back.
				</p>
				<p class="mt-1 flex items-center gap-2">
					<span>It opens</span>
					<Select
						label="The screen that a link opens"
						value={screen}
						options={SCREENS}
						onChange={(next) => (screen = next)}
					/>
				</p>
				<ul class="mt-2 divide-y border-y empty:hidden">
					{#each links as link (link.key)}
						<li class="flex min-h-11 items-center justify-between gap-3">
							<span class="min-w-0 truncate">{addressOf(link.key)}</span>
							<span class="flex shrink-0 items-center gap-1">
								<span class="text-xs text-quiet">made {moment(link.madeAt)}</span>
								<button class="quiet-action" onclick={() => toClipboard(addressOf(link.key))}>Copy</button>
								<button class="quiet-action" onclick={() => takeBack(link.key)}>Withdraw</button>
							</span>
						</li>
					{/each}
				</ul>
				<button class="action mt-3" onclick={makeLink} disabled={asking.busy}>Make a link</button>
			</section>
		{/if}
	</div>
</div>
