<script lang="ts">
  import { Navigation } from '@skeletonlabs/skeleton-svelte';
  import { onMount } from 'svelte';
  import Router, { router } from 'svelte-spa-router';
  import { wrap } from 'svelte-spa-router/wrap';
  import { reach } from './lib/api/api.ts';
  import { signedOut, signInAddress } from './lib/api/signed-out.svelte.ts';
  import { ground } from './lib/log/ground.svelte.ts';
  import { keyHelp } from './lib/keys.svelte.ts';
  import { logDraft } from './lib/draft/log-draft.svelte.ts';
  import { values } from './lib/log/values.svelte.ts';
  import { barPlaces, isAt, places, type Place } from './lib/places.ts';
  import More from './parts/More.svelte';
  import Notice from './parts/Notice.svelte';
  import Fetching from './pages/Fetching.svelte';
  import Unreached from './pages/Unreached.svelte';
  import Today from './pages/today/Today.svelte';

  const pages = {
    log: () => import('./pages/log/Log.svelte'),
    clock: () => import('./pages/clock/Clock.svelte'),
    tag: () => import('./pages/tag/Tag.svelte'),
    rolls: () => import('./pages/rolls/Rolls.svelte'),
    roll: () => import('./pages/roll/Roll.svelte'),
    game: () => import('./pages/game/Game.svelte'),
    softSpots: () => import('./pages/soft-spots/SoftSpots.svelte'),
    groundMap: () => import('./pages/ground-map/GroundMap.svelte'),
    rings: () => import('./pages/rings/Rings.svelte'),
    patterns: () => import('./pages/patterns/Patterns.svelte'),
    ratings: () => import('./pages/ratings/Ratings.svelte'),
    blocks: () => import('./pages/block/Blocks.svelte'),
    choose: () => import('./pages/block/Choose.svelte'),
    changeBlock: () => import('./pages/block/ChangeBlock.svelte'),
    verdict: () => import('./pages/block/VerdictPage.svelte'),
    tonight: () => import('./pages/tonight/Tonight.svelte'),
    load: () => import('./pages/load/Load.svelte'),
    matches: () => import('./pages/matches/Matches.svelte'),
    rules: () => import('./pages/matches/Rules.svelte'),
    matchDay: () => import('./pages/matches/MatchDayPage.svelte'),
    before: () => import('./pages/matches/Before.svelte'),
    partners: () => import('./pages/partners/Partners.svelte'),
    data: () => import('./pages/data/Data.svelte'),
    bring: () => import('./pages/bring/Bring.svelte'),
    coach: () => import('./pages/coach/Coach.svelte'),
    phone: () => import('./pages/data/Phone.svelte'),
    notHere: () => import('./pages/NotHere.svelte'),
  };
  // A page that cannot be fetched says so; all are fetched ahead once the first one stands, for when the server goes away.
  const later = (page: () => Promise<{ default: unknown }>) =>
    wrap({
      asyncComponent: (() => page().catch(() => ({ default: Unreached }))) as never,
      loadingComponent: Fetching as never,
    });
  const AHEAD_AFTER = 2500;
  const fetchAhead = async () => {
    for (const page of Object.values(pages)) await page().catch(() => undefined);
  };
  const routes = {
    '/': Today,
    '/log/:session?/:roll?': later(pages.log),
    '/clock': later(pages.clock),
    '/tag/:session?/:roll?': later(pages.tag),
    '/rolls': later(pages.rolls),
    '/rolls/:session/:roll': later(pages.roll),
    '/game': later(pages.game),
    '/soft-spots/:position?/:role?': later(pages.softSpots),
    '/ground-map': later(pages.groundMap),
    '/rings': later(pages.rings),
    '/patterns': later(pages.patterns),
    '/ratings': later(pages.ratings),
    '/drill': later(pages.blocks),
    '/block/choose': later(pages.choose),
    '/block/:id/change': later(pages.changeBlock),
    '/block/:id/verdict': later(pages.verdict),
    '/block/:id?': later(pages.blocks),
    '/tonight': later(pages.tonight),
    '/load': later(pages.load),
    '/matches': later(pages.matches),
    '/matches/rules': later(pages.rules),
    '/matches/:session': later(pages.matchDay),
    '/matches/:session/before': later(pages.before),
    '/people/:id?': later(pages.partners),
    '/partners/:id?': later(pages.partners),
    '/data': later(pages.data),
    '/data/bring': later(pages.bring),
    '/data/coach': later(pages.coach),
    '/data/phone': later(pages.phone),
    // Every part beside the others, to look at in both themes; it is not in what ships.
    ...(import.meta.env.DEV ? { '/parts': later(() => import('./pages/Parts.svelte')) } : {}),
    '*': later(pages.notHere),
  };
  let broken = $state('');
  let ready = $state(false);
  /** How the program says it is; nothing while it is out of reach. */
  let health = $state.raw<{ version: string; says?: string } | null>(null);

  onMount(async () => {
    try {
      await ground.load();
    } catch (fault) {
      // Nothing is on this device yet that could be shown without the log.
      if (signedOut.here) return location.replace(signInAddress());
      broken = (fault as Error).message;
    }
    // Before any page is shown, so that none of them works on the same draft.
    await logDraft.pushLeftovers().catch(() => undefined);
    ready = true;
    health = await reach('/healthz')
      .then((answer) => answer.json() as Promise<{ version: string; says?: string }>)
      .catch(() => null);
    setTimeout(() => void values.load().then(() => setTimeout(fetchAhead, AHEAD_AFTER)), 300);
  });

  // The keys are asked for seldom: their dialog comes when it is.
  const keyDialog = $derived(keyHelp.open ? import('./parts/KeyHelp.svelte') : null);
  const current = (place: Place) => (isAt(place, router.location) ? 'page' : undefined);
</script>

<a class="skip" href="#main" onclick={(e) => (e.preventDefault(), document.getElementById('main')?.focus())}>
  To the page
</a>
<div class="frame">
  <header>
    <a class="name" href="#/" aria-label="Ash Notch, to the first page">
      <svg viewBox="0 0 46 20" width="46" height="20" aria-hidden="true">
        <path class="wood" d="M1 4H14L19 12L24 4H45V17H35L30 10L25 17H1Z" />
        <path class="cut" d="M14 4L19 12L24 4" />
      </svg>
      Ash Notch
    </a>
    <Navigation layout="bar" class="places" role="navigation" aria-label="Places">
      <Navigation.Menu>
        {#each places as place (place.to)}
          <Navigation.TriggerAnchor href="#{place.to}" aria-current={current(place)}
            >{place.name}</Navigation.TriggerAnchor
          >
        {/each}
      </Navigation.Menu>
    </Navigation>
    <div class="more"><More /></div>
  </header>
  <main id="main" tabindex="-1">
    {#if signedOut.here}
      <Notice kind="care">
        This device is not signed in. What you enter is kept here and goes up once you have
        <a class="anchor" href={signInAddress()}>signed in</a>.
      </Notice>
    {/if}
    {#if broken}
      <Notice kind="fault">{broken}</Notice>
      <!-- Whatever is wrong with the log, its copies can be reached. -->
      {#await import('./pages/data/SafetyCopies.svelte') then { default: SafetyCopies }}
        <section class="card preset-filled-surface-100-900">
          <h1>Safety copies</h1>
          <SafetyCopies ondone={() => location.reload()} />
        </section>
      {/await}
    {:else if ground.words && ready}
      <Router {routes} />
    {:else}
      <p class="quiet" role="status">Laying out the mats…</p>
    {/if}
  </main>
  <footer class="quiet small">
    Ash Notch {health?.version ?? ''}{#if health?.says}<Notice kind="fault">{health.says}</Notice>{/if}
  </footer>
</div>
<Navigation layout="bar" class="foot" role="navigation" aria-label="Places, at the foot">
  <Navigation.Menu>
    {#each barPlaces as place (place.to)}
      <Navigation.TriggerAnchor
        href="#{place.to}"
        aria-current={current(place)}
        class={place.name === 'Log' ? 'middle' : ''}>{place.name}</Navigation.TriggerAnchor
      >
    {/each}
  </Navigation.Menu>
</Navigation>
{#if keyDialog}{#await keyDialog then { default: KeyHelp }}<KeyHelp />{/await}{/if}
<svelte:window onkeydown={(e) => keyHelp.pressed(e)} />

<style>
  .skip {
    position: absolute;
    left: -999px;
  }
  .skip:focus {
    left: 0.5rem;
    top: 0.5rem;
    z-index: 20;
    background: var(--card);
    padding: 0.5rem;
  }
  .frame {
    max-width: 76rem;
    margin: 0 auto;
    padding: 0 1.25rem 3rem;
  }
  header {
    display: flex;
    align-items: center;
    gap: 1.5rem;
    padding: 0.7rem 0;
    margin-bottom: 1rem;
    border-bottom: 2px solid var(--wood-edge);
  }
  .name {
    display: inline-flex;
    align-items: center;
    gap: 0.55rem;
    font-family: var(--typo-heading--font-family);
    font-weight: 800;
    font-size: 1.3rem;
    color: inherit;
    text-decoration: none;
    white-space: nowrap;
  }
  .wood {
    fill: var(--wood);
    stroke: var(--wood-edge);
    stroke-linejoin: round;
  }
  .cut {
    fill: none;
    stroke: var(--mine);
    stroke-width: 2.5;
    stroke-linecap: round;
    stroke-linejoin: round;
  }
  .more {
    display: none;
  }
  footer {
    margin-top: 3rem;
  }
  /* As high as the window while a page is fetched: the foot does not stand in sight and then move away. */
  main {
    min-height: 100vh;
  }
  main:focus {
    outline: none;
  }
  @media (max-width: 720px) {
    .frame {
      padding: 0 0.9rem 6.5rem;
    }
    header {
      margin-bottom: 0.8rem;
      justify-content: space-between;
    }
    .more {
      display: block;
    }
  }
  @media print {
    header,
    footer {
      display: none;
    }
    .frame {
      max-width: none;
      padding: 0;
    }
    main {
      min-height: 0;
    }
  }
</style>
