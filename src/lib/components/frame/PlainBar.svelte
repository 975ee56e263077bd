<script lang="ts">
	import { page } from '$app/state';
	import Emblem from './Emblem.svelte';
	import MessageLine from '../messages/MessageLine.svelte';
	import ThemeSwitch from './ThemeSwitch.svelte';

	/** The bar of screens that belong to no inquiry. */
	const me = $derived(page.data.me as { name: string; role: string; alone: boolean } | undefined);
	const screens = $derived([
		{ name: 'Inquiries', href: '/' },
		// Who came by a link makes nothing here, and learns nothing.
		...(me?.role === 'visitor' ? [] : [{ name: 'Lessons', href: '/lessons' }]),
		{ name: 'Subject indexes', href: '/indexes' },
		...(me?.role === 'administrator' && !me.alone ? [{ name: 'People', href: '/people' }] : [])
	]);
	const isOn = (href: string) =>
		href === '/' ? page.url.pathname === '/' : page.url.pathname.startsWith(href);
</script>

<header class="relative flex h-11 items-center gap-3 border-b px-3">
	<a href="/" class="flex items-center gap-2 font-semibold"><Emblem />Oakmoss</a>
	<nav aria-label="Screens" class="flex gap-1 border-l pl-3">
		{#each screens as screen (screen.name)}
			<a
				href={screen.href}
				aria-current={isOn(screen.href) ? 'page' : undefined}
				class="rounded px-2 py-1 hover:bg-shade aria-[current]:bg-wash aria-[current]:font-semibold aria-[current]:text-lichen-deep"
				>{screen.name}</a
			>
		{/each}
	</nav>
	<MessageLine />
	<ThemeSwitch />
	{#if me?.role === 'visitor'}<a class="quiet-action shrink-0" href="/sign-in">Sign in</a>
	{:else if me && !me.alone}<a class="quiet-action shrink-0 text-xs" href="/account">{me.name}</a>{/if}
</header>
