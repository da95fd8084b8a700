<script lang="ts">
  import { api, data } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { profile } from '../../lib/log/profile.svelte.ts';
  import type { Contest, DoneWith, Partner, Sheet } from '../../lib/api/types.ts';
  import { sheetAnswer } from '../../lib/text/people.ts';
  import { showWeight } from '../../lib/text/units.ts';
  import { beltWords, dayWords, inside, plural, stopped } from '../../lib/text/words.ts';
  import Contests from '../../parts/Contests.svelte';
  import Fold from '../../parts/Fold.svelte';
  import Loaded from '../../parts/Loaded.svelte';
  import PagedList from '../../parts/PagedList.svelte';
  import RollsWith from '../../parts/RollsWith.svelte';
  import RateBand from '../../sticks/RateBand.svelte';
  import PartnerForm from './PartnerForm.svelte';

  const { partner, ondone }: { partner: Partner; ondone: () => void } = $props();

  let tries = $state(0);
  let editing = $state(false);
  const sheet = $derived.by(() => {
    void tries;
    return data(api.GET('/api/partners/{id}/sheet', { params: { path: { id: partner.id } } }));
  });

  const technique = (id: string) => inside(ground.techniqueName(id));
  const address = (query: Record<string, string>) =>
    `/api/partners/${encodeURIComponent(partner.id)}/contests?${new URLSearchParams(query)}`;
  const share = (d: DoneWith) => `came off ${d.done} of ${d.done + d.stopped}`;
</script>

{#snippet moments(query: Record<string, string>)}
  <PagedList address={address(query)}>
    {#snippet children(items: Contest[])}<Contests contests={items} />{/snippet}
  </PagedList>
{/snippet}

{#snippet doing(list: readonly DoneWith[], actor: 'me' | 'them')}
  <ul>
    {#each list as d (d.technique)}
      <li>
        {#snippet says()}<strong>{ground.techniqueName(d.technique)}</strong>
          {share(d)}{#if d.stops.length > 0}<span class="quiet small stops"
              >· {actor === 'them' ? 'stopped, then your' : 'stopped, then their'}
              {d.stops.map((s) => `${technique(s.id)} (${s.count})`).join(', ')}</span
            >{/if}{/snippet}
        <Fold {says}>{@render moments({ actor, technique: d.technique })}</Fold>
      </li>
    {/each}
  </ul>
{/snippet}

<p class="quiet crumbs"><a class="anchor" href="#/partners">Partners</a> /</p>
<div class="head">
  <h1>{partner.name}</h1>
  <div class="acts">
    <a class="btn preset-outlined-surface-600-400" href="#/rolls?partner={encodeURIComponent(partner.id)}">All rolls</a>
    <button class="btn preset-outlined-surface-600-400" onclick={() => print()}>Print</button>
    <button class="btn preset-outlined-surface-600-400" aria-pressed={editing} onclick={() => (editing = !editing)}
      >Edit</button
    >
  </div>
</div>
<p class="quiet">
  {beltWords(partner.belt, partner.stripes)}{partner.weightKg
    ? `, ${showWeight(partner.weightKg, profile.units)}`
    : ''}{partner.traits?.length ? ` · ${partner.traits.join(', ')}` : ''}
</p>
{#if editing}<PartnerForm {partner} {ondone} inside />{/if}
<Loaded promise={sheet} waiting="Reading the sheet…" again={() => tries++}>
  {#snippet children(s: Sheet)}
    {@const it = s.sheet}
    <p class="first">{sheetAnswer(s)}</p>
    {#if partner.notes}<p class="notes">“{partner.notes}”</p>{/if}
    {#each s.cautions as caution (caution.id)}<p class="care small">{caution.says}</p>{/each}
    {#if it.rolls > 0}
      <div class="columns">
        <section aria-label="Cues">
          <h2>Next time</h2>
          <ul class="cues">
            {#each it.said as said (said.text)}<li>
                “{said.text}”
                <a
                  class="anchor small"
                  href="#/rolls/{encodeURIComponent(said.session)}/{encodeURIComponent(said.roll)}"
                  >{dayWords(said.date)}</a
                >
              </li>{/each}
            {#if it.watch}<li>
                Watch for the <strong>{technique(it.watch.technique)}</strong>: {share(it.watch)}{it.watch.stops[0]
                  ? `; your ${technique(it.watch.stops[0].id)} answered it`
                  : ''}.
              </li>{/if}
            {#each it.untried as u (u.technique)}<li>
                Never tried on them: your <strong>{technique(u.technique)}</strong>, which came off {u.done} of {u.tried}
                on {stopped(u.with.join(', '))}
              </li>{/each}
            {#each s.goodFor as g (g.focus.id)}<li>
                Good for your <a class="anchor" href="#/block/{encodeURIComponent(g.block)}">block</a>: {inside(
                  ground.spotName(g.focus.spot),
                )}, met there {plural(g.times, 'time')}. Ask for goes.
              </li>{/each}
          </ul>
        </section>
        {#if it.overTime.length > 1}
          <section aria-label="Over time">
            <h2>How it goes over time</h2>
            <RateBand steps={it.overTime} />
            <p class="quiet small">
              Contests that you leave better off, of ten, over the spots where you two meet; belt and weight of the day
              allowed for. The band holds four times in five.
            </p>
            <Fold says="{it.won} won, {it.lost} lost in all: the moments">{@render moments({ end: 'done' })}</Fold>
          </section>
        {/if}
        <section aria-label="What they do">
          <h2>What they do</h2>
          {@render doing(it.theirs, 'them')}
        </section>
        <section aria-label="What works on them">
          <h2>What works on them</h2>
          {@render doing(it.mine, 'me')}
        </section>
        <section aria-label="Where it leads">
          <h2>Where they begin, and where it leads</h2>
          {#if it.begins.length > 0}<p>
              Rounds begin in {it.begins.map((b) => `${inside(ground.spotName(b.spot))} (${b.count})`).join(', ')}.
            </p>{/if}
          <ul>
            {#each it.leads as l, i (i)}
              <li>
                {#snippet way()}{ground.spotName(l.from)}: {technique(l.technique)}{l.to
                    ? ` → ${inside(ground.spotName(l.to))}`
                    : l.finished
                      ? ' → tap'
                      : ''} <span class="quiet">{plural(l.count, 'time')}</span>{/snippet}
                <Fold says={way}
                  >{@render moments({
                    actor: 'them',
                    technique: l.technique,
                    position: l.from.position,
                    role: l.from.role,
                    end: 'done',
                  })}</Fold
                >
              </li>
            {/each}
          </ul>
        </section>
        <section aria-label="Taps">
          <h2>Taps each way</h2>
          <p>
            You {it.tapsByMe}, they {it.tapsByThem}.
          </p>
          <ul>
            {#each it.taps as t, i (i)}<li>
                <a
                  class="tap"
                  href="#/rolls/{encodeURIComponent(t.place.session)}/{encodeURIComponent(t.place.roll)}?at={t.place
                    .exchange}.{t.place.moment ?? -1}"
                  ><span class="quiet">{dayWords(t.date)}</span>
                  {t.by === 'me' ? 'you' : 'they'}: {t.technique ? technique(t.technique) : 'not told'}</a
                >
              </li>{/each}
          </ul>
          {#if it.tapsByMe + it.tapsByThem > it.taps.length}<Fold says="All {it.tapsByMe + it.tapsByThem} taps"
              >{@render moments({ end: 'tap' })}</Fold
            >{/if}
        </section>
        <section aria-label="Them over time">
          <h2>Them over time</h2>
          <p>
            {plural(it.rolls, 'roll')}: {it.gi} in the gi, {it.rolls - it.gi} without.
          </p>
          <ul>
            {#each it.then as t (t.date)}<li>
                <span class="quiet">{dayWords(t.date)}</span>
                {beltWords(t.belt, t.stripes)}{t.kilograms ? `, ${showWeight(t.kilograms, profile.units)}` : ''}
              </li>{/each}
          </ul>
          <div class="weeks" role="img" aria-label="Rounds week by week, the last half year">
            {#each it.byWeek as w (w.week)}<span style:height="{Math.min(w.rolls, 6) * 0.5 + 0.1}rem"></span>{/each}
          </div>
          <p class="quiet small">Rounds a week, the last half year.</p>
          {#if it.like.length > 0}
            <p>
              Like them: {#each it.like as l, i (l.partner)}{i > 0 ? '; ' : ''}<a
                  class="anchor"
                  href="#/partners/{encodeURIComponent(l.partner)}">{l.name}</a
                > <span class="quiet">({l.shared.join(', ')})</span>{/each}.
            </p>
          {/if}
        </section>
        <section aria-label="Rolls"><RollsWith partner={partner.id} title="Last rolls" most={6} /></section>
      </div>
    {:else}
      <p>The sheet fills as rolls with them are logged. <a class="anchor" href="#/log">Log one</a>.</p>
    {/if}
  {/snippet}
</Loaded>

<style>
  .head,
  .acts {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 0.6rem;
  }
  .first {
    max-width: 68ch;
    margin-top: 0.4rem;
  }
  .stops {
    margin-left: 0.4rem;
  }
  .notes {
    margin-top: 0.4rem;
  }
  .columns {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 24rem), 1fr));
    gap: 1.3rem 2.5rem;
    align-items: start;
    margin-top: 1rem;
  }
  .cues li {
    padding: 0.25rem 0;
    border-bottom: 1px dotted var(--line);
  }
  .care {
    border-left: 4px solid var(--wood-edge);
    padding-left: 0.7rem;
    margin-top: 0.5rem;
  }
  .tap {
    display: block;
    padding: 0.2rem 0;
    color: inherit;
    text-decoration: none;
  }
  .tap:hover {
    text-decoration: underline;
  }
  .weeks {
    display: flex;
    align-items: flex-end;
    gap: 3px;
    height: 3.2rem;
    margin-top: 0.4rem;
    border-bottom: 1px solid var(--line);
  }
  .weeks span {
    flex: 1;
    max-width: 1rem;
    background: var(--wood);
    border: 1px solid var(--wood-edge);
    border-bottom: 0;
  }
  @media print {
    .crumbs,
    .acts,
    .columns > section[aria-label='Rolls'],
    .columns :global([data-part='item-trigger'] svg) {
      display: none;
    }
    .columns :global([data-part='item-trigger']) {
      min-height: 0;
      padding: 0.05rem 0;
    }
    .columns :global(svg[role='img']) {
      max-width: 16rem;
    }
    .columns {
      grid-template-columns: 1fr 1fr;
      font-size: 0.66rem;
      line-height: 1.2;
      gap: 0.35rem 1.2rem;
      margin-top: 0.4rem;
    }
    .columns h2 {
      font-size: 0.9rem;
      margin: 0;
    }
    .columns :global(.small) {
      font-size: 0.62rem;
    }
    .columns section > ul > li:nth-child(n + 6) {
      display: none;
    }
    .weeks {
      height: 1.2rem;
    }
  }
</style>
