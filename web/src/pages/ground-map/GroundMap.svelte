<script lang="ts">
  import { router } from 'svelte-spa-router';
  import { api, data } from '../../lib/api/api.ts';
  import { ground } from '../../lib/log/ground.svelte.ts';
  import { askedOf, changed, objectiveName, queryOf } from '../../lib/log/judged.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import type { GroundMap, MapSpot, Spot } from '../../lib/api/types.ts';
  import { inTen, plural, figure, today } from '../../lib/text/words.ts';
  import JudgingHead from '../../parts/JudgingHead.svelte';
  import { mapAnswer } from '../../lib/text/answers.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import { cutLog, cutLogMeasure, finishKey, keyOf } from '../../sticks/cut-log.ts';
  import CutLog from '../../sticks/CutLog.svelte';
  import { svgFile } from '../../sticks/svg-file.ts';
  import { saveFile } from '../../lib/video/files.ts';
  import Fold from '../../parts/Fold.svelte';

  const query = $derived(queryOf(router.querystring));
  const asked = $derived(askedOf(query));
  let tries = $state(0);
  // A phone begins with a picture large enough to read, that is moved by a finger.
  let zoom = $state(innerWidth <= 720 ? 2.5 : 1);
  let chosen = $state<string | null>(null);
  let picture = $state<HTMLElement>();
  const map = $derived.by(() => {
    void tries;
    return data(api.GET('/api/ground-map', { params: { query: asked } }));
  });
  function savePicture() {
    const svg = picture!.querySelector('svg')!;
    const file = svgFile(svg, 'My ground', getComputedStyle(document.body).backgroundColor);
    saveFile(`ash-notch-ground-map-${today()}.svg`, new Blob([file], { type: 'image/svg+xml' }));
  }

  keyHelp.keys = [
    { keys: 'Tab', does: 'from spot to spot of the picture' },
    { keys: 'Esc', does: 'show all roads again' },
  ];

  const places = $derived(new Map((ground.words?.positions ?? []).map((p, i) => [p.id, i])));
  const shapeOf = (m: GroundMap) =>
    cutLog(
      m.spots,
      m.roads.map((r) => ({ ...r, to: r.to ?? null })),
      (id) => places.get(id) ?? 999,
      (id) => ground.position(id)?.name ?? id,
    );
  const worthWord = (s: MapSpot) => s.worth.replace('-', ' ');

  function says(m: GroundMap, key: string): string {
    if (key === finishKey(true)) return 'My finishes';
    if (key === finishKey(false)) return 'Their finishes';
    const s = m.spots.find((x) => keyOf(x.spot) === key)!;
    return `${ground.spotName(s.spot)}: ${worthWord(s)}; ${plural(s.visits, 'visit')}, left better off ${inTen(s.rate)}`;
  }

  const called = { spot: (s: Spot) => ground.spotName(s), technique: (id: string) => ground.techniqueName(id) };
  const roadsOf = (m: GroundMap, key: string, into: boolean) =>
    m.roads.filter((r) => (into ? (r.to ? keyOf(r.to) : finishKey(r.won)) : keyOf(r.from)) === key).slice(0, 3);
  const nameOf = (spot: Spot | null | undefined, won: boolean) =>
    spot ? ground.spotName(spot) : won ? 'my finish' : 'their finish';
  const evidence = (s: MapSpot) => `#${changed(`/soft-spots/${s.spot.position}/${s.spot.role}`, asked, {})}`;
</script>

<svelte:window onkeydown={(e) => e.key === 'Escape' && (chosen = null)} />

<JudgingHead title="Ground map" path="/ground-map" {query} />

<Loaded promise={map} waiting="Cutting the log…" again={() => tries++}>
  {#snippet children(m: GroundMap)}
    {#if m.spots.length === 0}
      <div class="card preset-filled-surface-100-900 nothing">
        <h2>No ground yet</h2>
        <p>
          This picture grows from the spots your rolls pass through. There is none in this part of the log: build or
          tell a roll, or widen the days.
        </p>
        <p><a class="btn preset-filled-primary-700-300" href="#/log">Log a session</a></p>
      </div>
    {:else}
      <p class="first">{mapAnswer(m, called)}</p>
      <div class="map">
        <div class="frame">
          <div class="picture" bind:this={picture} style:width="{zoom * 100}%">
            <CutLog shape={shapeOf(m)} {chosen} says={(key) => says(m, key)} onchoose={(key) => (chosen = key)} />
          </div>
        </div>
        <div class="zoom" role="group" aria-label="Size of the picture">
          <button class="btn preset-outlined-surface-600-400" disabled={zoom <= 1} onclick={() => (zoom -= 0.5)}
            >Smaller</button
          >
          <button class="btn preset-outlined-surface-600-400" disabled={zoom >= 4} onclick={() => (zoom += 0.5)}
            >Larger</button
          >
        </div>
        <section class="card preset-filled-surface-100-900 reading" aria-live="polite">
          {#if chosen === null}
            <p class="quiet">
              Where your rounds go, and what each place is worth to you under <strong
                >{objectiveName[m.objective]}</strong
              >. Larger knots are visited more, broader roads taken more often; ember is yours, bark is theirs, deeper
              is more.
              {m.spots.length > cutLogMeasure.most
                ? `The ${cutLogMeasure.most} most visited of ${m.spots.length} spots are drawn.`
                : ''}
              {m.enough ? '' : 'The log is thin yet: much of the worth is what is usual for anybody.'}
              Point at a knot, or go to it with Tab, to read it and see its roads alone.
            </p>
          {:else}
            {@const spot = m.spots.find((s) => keyOf(s.spot) === chosen)}
            <div class="columns">
              <div>
                {#if spot}
                  <h2>{ground.spotName(spot.spot)}</h2>
                  <p>
                    <strong>{worthWord(spot)}</strong>: you leave it better off {inTen(spot.rate)} against a peer. {plural(
                      spot.visits,
                      'visit',
                    )}, {spot.won} won, {spot.lost} lost; about {figure(spot.perRoll, 1)} contests a roll.
                  </p>
                  {#if spot.won + spot.lost > 0}<p><a class="anchor" href={evidence(spot)}>See the moments</a></p>{/if}
                {:else}
                  <h2>{says(m, chosen)}</h2>
                {/if}
              </div>
              {#each [true, false] as into (into)}
                {@const roads = roadsOf(m, chosen, into)}
                <div>
                  <h3>{into ? 'Comes from' : 'Leads to'}</h3>
                  <ul class="small">
                    {#each roads as r, i (i)}
                      <li>
                        {into ? ground.spotName(r.from) : nameOf(r.to, r.won)}
                        <span class="quiet">by {r.won ? 'me' : 'them'}, {r.seen}×</span>
                      </li>
                    {:else}
                      <li class="quiet">nothing told</li>
                    {/each}
                  </ul>
                </div>
              {/each}
            </div>
          {/if}
        </section>
      </div>
      <Fold says="All spots as a table" open={innerWidth <= 720}>
        <div class="scroll">
          <table class="table">
            <thead>
              <tr>
                <th scope="col">spot</th>
                <th scope="col">for me</th>
                <th scope="col">visits</th>
                <th scope="col">won</th>
                <th scope="col">lost</th>
                <th scope="col" class="wide">contests a roll</th>
                <th scope="col" class="wide">most often to</th>
              </tr>
            </thead>
            <tbody>
              {#each m.spots as s (keyOf(s.spot))}
                {@const to = roadsOf(m, keyOf(s.spot), false)[0]}
                <tr>
                  <th scope="row">
                    {#if s.won + s.lost > 0}<a class="anchor" href={evidence(s)}>{ground.spotName(s.spot)}</a
                      >{:else}{ground.spotName(s.spot)}{/if}
                  </th>
                  <td class="word">{worthWord(s)}</td>
                  <td>{s.visits}</td>
                  <td>{s.won}</td>
                  <td>{s.lost}</td>
                  <td class="wide">{figure(s.perRoll, 2)}</td>
                  <td class="word wide">{to ? nameOf(to.to, to.won) : ''}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
      </Fold>
      <p class="take">
        Take it out:
        <button class="btn preset-outlined-surface-600-400" onclick={savePicture}>the picture (SVG)</button>
        <a
          class="btn preset-outlined-surface-600-400"
          href="/api/export/ground-map.graphml?{new URLSearchParams(asked as Record<string, string>)}"
          download>the graph (GraphML)</a
        >
      </p>
    {/if}
  {/snippet}
</Loaded>

<style>
  .nothing {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
    max-width: 46rem;
    margin-top: 0.9rem;
  }
  .map {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 17rem;
    gap: 0.5rem 1.2rem;
    align-items: start;
  }
  .zoom {
    display: none;
  }
  .reading {
    grid-column: 2;
    grid-row: 1;
  }
  .columns {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
  }
  .take {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem;
    align-items: center;
    margin-top: 0.9rem;
  }
  .scroll {
    overflow-x: auto;
  }
  @media (max-width: 720px) {
    .map {
      grid-template-columns: minmax(0, 1fr);
    }
    .frame {
      overflow: auto;
      max-height: 58vh;
      border: 1px solid var(--line);
    }
    .zoom {
      display: flex;
      gap: 0.5rem;
    }
    .reading {
      grid-column: 1;
      grid-row: auto;
    }
    .wide {
      display: none;
    }
  }
  @media print {
    .reading {
      display: none;
    }
  }
</style>
