<script lang="ts">
  import { onMount } from 'svelte';
  import { api, data } from '../../lib/api/api.ts';
  import type { CoachPart, CoachReport } from '../../lib/api/types.ts';
  import { keep, kept } from '../../lib/draft/device.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { dataPages } from '../../lib/places.ts';
  import { dayWords } from '../../lib/text/words.ts';
  import Fold from '../../parts/Fold.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import SubNav from '../../parts/SubNav.svelte';
  import Toggle from '../../parts/Toggle.svelte';
  import { coachParts, type CoachWish, addressOf, queryOf, usualWish } from './coach.ts';

  keyHelp.keys = [];
  let wish = $state.raw<CoachWish>(usualWish);
  let question = $state('');
  let tries = $state(0);
  /** Asked again when the owner has stopped typing. */
  let asked = $state.raw<CoachWish>(usualWish);
  let timer: ReturnType<typeof setTimeout> | undefined;

  onMount(async () => {
    const last = await kept<CoachWish>('coach-page');
    if (last) [wish, asked, question] = [{ ...usualWish, ...last }, { ...usualWish, ...last }, last.question ?? ''];
  });

  const report = $derived.by(() => {
    void tries;
    return data(api.GET('/api/coach', { params: { query: queryOf(asked) } }));
  });

  function want(change: Partial<CoachWish>) {
    wish = { ...wish, ...change };
    void keep('coach-page', wish);
    clearTimeout(timer);
    timer = setTimeout(() => (asked = wish), change.question === undefined ? 0 : 600);
  }

  const turn = (part: CoachPart, on: boolean) =>
    want({ parts: coachParts.map((p) => p.part).filter((p) => (p === part ? on : wish.parts.includes(p))) });
</script>

<div class="screen">
  <h1>For my coach</h1>
  <SubNav label="Data" pages={dataPages} here="/data/coach" />
  <p class="acts">
    <button class="btn preset-filled-primary-700-300" onclick={() => print()}>Print the page</button>
    <a class="btn preset-outlined-surface-600-400" href="/api/export/report.md?{addressOf(wish)}" download
      >Download as Markdown</a
    >
  </p>
</div>

<div class="both">
  <div class="screen">
    <Fold says="What stands on it">
      <div class="wish">
        {#each coachParts as { part, name } (part)}
          <Toggle label={name} checked={wish.parts.includes(part)} onchange={(on) => turn(part, on)} />
        {/each}
        <Toggle
          label="partners by their initials"
          checked={wish.initials}
          onchange={(initials) => want({ initials })}
        />
        <label class="label">
          <span class="label-text">Weeks back</span>
          <select
            class="select"
            value={String(wish.weeks)}
            onchange={(e) => want({ weeks: Number(e.currentTarget.value) })}
          >
            {#each [2, 4, 8, 12, 26, 52] as weeks (weeks)}<option value={String(weeks)}>{weeks}</option>{/each}
          </select>
        </label>
      </div>
    </Fold>
    <label class="label">
      <span class="label-text">My question for the coach (may stay empty)</span>
      <textarea
        class="textarea"
        rows="2"
        maxlength="1000"
        bind:value={question}
        oninput={() => want({ question: question.trim() })}></textarea>
    </label>
  </div>
  <Loaded promise={report} waiting="Writing the page…" again={() => tries++}>
    {#snippet children(page: CoachReport)}
      <article class="card preset-filled-surface-100-900">
        <h2 class="title">{page.title}</h2>
        <p class="quiet small">{dayWords(page.from)} to {dayWords(page.to)}</p>
        {#each page.sections as section (section.part)}
          <section>
            <h3>{section.title}</h3>
            <ul>
              {#each section.lines as line, i (i)}
                <li>
                  {line.says}
                  {#if line.place}
                    <a
                      class="anchor screen"
                      href="#/rolls/{encodeURIComponent(line.place.session)}/{encodeURIComponent(line.place.roll)}"
                      aria-label="To the roll: {line.says}">the roll</a
                    >
                  {/if}
                </li>
              {/each}
            </ul>
          </section>
        {:else}
          <p>Nothing is chosen to stand on this page.</p>
        {/each}
        <p class="quiet small">The coach, the rules of the gym and clinicians come first; this is what one log says.</p>
      </article>
    {/snippet}
  </Loaded>
</div>

<style>
  .screen {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
  }
  a.screen {
    display: inline;
  }
  .acts,
  .wish {
    display: flex;
    flex-wrap: wrap;
    gap: 0.7rem 1.2rem;
    align-items: end;
  }
  article {
    padding: 1.1rem 1.3rem;
    min-width: 0;
  }
  .both {
    display: grid;
    gap: 1rem 1.5rem;
    align-items: start;
    margin-top: 1rem;
  }
  @media (min-width: 60rem) {
    .both {
      grid-template-columns: minmax(0, 1fr) 19rem;
    }
    .both > .screen {
      order: 2;
    }
  }
  section {
    break-inside: avoid;
    margin-top: 0.9rem;
  }
  ul {
    list-style: disc;
    padding-left: 1.2rem;
    display: flex;
    flex-direction: column;
    gap: 0.3rem;
  }
  @media print {
    .both {
      display: block;
    }
    .screen,
    a.screen {
      display: none;
    }
    article {
      margin: 0;
      padding: 0;
      font-size: 9.3pt;
      line-height: 1.28;
    }
    h2,
    h3 {
      margin: 0;
      font-size: 11pt;
    }
    section {
      margin-top: 0.45rem;
    }
    ul {
      gap: 0.05rem;
    }
  }
</style>
