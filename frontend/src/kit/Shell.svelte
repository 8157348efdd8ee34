<script lang="ts">
  import { Router, isActiveLink } from 'sv-router';
  import { useSession } from '../api/queries';
  import { p, route } from '../router';
  import JumpTo from './JumpTo.svelte';
  import Later from './Later.svelte';
  import Notices from './Notices.svelte';
  import PersonMenu from './PersonMenu.svelte';
  import Shortcuts from './Shortcuts.svelte';
  import SignIn from './SignIn.svelte';
  import { terms } from './terms.svelte';

  const session = useSession();
  // A shared link is for whoever has it, signed in or not.
  const open = $derived(route.pathname.startsWith('/s/'));
  let jumping = $state(false);
  let showingKeys = $state(false);

  $effect(() => {
    // Asked before there is a figure to say it of: then each is drawn once.
    if (session.data?.username) terms();
  });
  $effect(() => {
    if (session.data) document.documentElement.dataset.theme = session.data.theme;
  });

  function onkeydown(event: KeyboardEvent) {
    const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
    if ((event.key === 'k' && (event.ctrlKey || event.metaKey)) || (event.key === '/' && !typing)) {
      event.preventDefault();
      jumping = true;
    } else if (event.key === '?' && !typing) {
      showingKeys = true;
    }
  }

  const places = [
    { href: p('/'), name: 'Hangar', exact: true },
    { href: p('/launchdays'), name: 'Launch days', short: 'Days', exact: false },
    { href: p('/logbook'), name: 'Logbook', exact: false },
    { href: p('/stores/motors'), name: 'Stores', exact: false },
  ];
</script>

<svelte:window {onkeydown} />

<a
  class="bg-primary text-primary-content sr-only z-50 p-2 focus:not-sr-only focus:absolute"
  href="#main"
  onclick={(e) => {
    e.preventDefault();
    document.getElementById('main')?.focus();
  }}>Skip to the work</a
>
<header class="bg-neutral text-neutral-content no-print">
  <div class="mx-auto flex h-13 max-w-[1320px] items-center gap-1 px-3 sm:gap-3 sm:px-5">
    <a href={p('/')} class="font-display mr-1 flex items-center gap-2 text-lg font-bold sm:mr-4">
      <img src="/static/favicon.svg" alt="" class="h-7 w-7 shrink-0" />
      <span class="sr-only sm:not-sr-only">Wobbly Fin</span>
    </a>
    {#if session.data?.username}
      <nav aria-label="Main" class="flex h-full flex-1 items-stretch">
        {#each places as place (place.name)}
          <a
            href={place.href}
            class="flex items-center border-b-4 border-transparent px-1 font-semibold sm:px-3 hover:underline"
            {@attach isActiveLink({ className: 'border-b-primary!', startsWith: !place.exact })}
            ><span class={'short' in place ? 'sr-only sm:not-sr-only' : ''}>{place.name}</span
            >{#if 'short' in place}<span class="sm:hidden" aria-hidden="true">{place.short}</span>{/if}</a
          >
        {/each}
      </nav>
      <span class="hidden md:contents"
        ><Later closed
          ><button
            class="btn btn-ghost btn-sm text-neutral-content hover:text-base-content"
            onclick={() => (jumping = true)}
          >
            Jump to… <kbd class="kbd kbd-xs text-base-content">/</kbd>
          </button>
          <button
            class="btn btn-ghost btn-sm text-neutral-content hover:text-base-content px-2"
            onclick={() => (showingKeys = true)}
            aria-label="Keyboard shortcuts">?</button
          ></Later
        ></span
      >
      {@const known = session.data}
      <Later first><PersonMenu session={known} /></Later>
    {/if}
  </div>
</header>

<main id="main" tabindex="-1" class="mx-auto max-w-[1320px] px-3 py-3 outline-none sm:px-5">
  {#if open}
    <Router />
  {:else if session.isPending}
    <p class="quiet p-6">Opening the hangar…</p>
  {:else if session.isError}
    <div class="paper m-auto mt-10 max-w-md p-6" role="alert">
      <h1 class="text-xl font-bold">The workshop is shut</h1>
      <p class="my-3">{session.error.message}</p>
      <button class="btn btn-primary" onclick={() => session.refetch()}>Try again</button>
    </div>
  {:else if session.data.username}
    <Later first><Router /></Later>
  {:else}
    <SignIn />
  {/if}
</main>

{#if jumping}<JumpTo onclose={() => (jumping = false)} />{/if}
{#if showingKeys}<Shortcuts onclose={() => (showingKeys = false)} />{/if}
<Later><Notices /></Later>
