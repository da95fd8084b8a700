<script lang="ts">
  import { onMount } from 'svelte';
  import { askedOf, changed, go, settingsWords } from '../lib/log/judged.ts';
  import { profile } from '../lib/log/profile.svelte.ts';
  import { gamePages } from '../lib/places.ts';
  import { dayWords } from '../lib/text/words.ts';
  import DayRange from './DayRange.svelte';
  import AttireChoice from './AttireChoice.svelte';
  import Fold from './Fold.svelte';
  import SubNav from './SubNav.svelte';

  interface Props {
    /** The page's heading. */
    title: string;
    /** Its address, without what it asks for. */
    path: string;
    query: Record<string, string>;
    /** Whether a peer can be chosen here. */
    peers?: boolean;
    /** Whether anything can be chosen here. */
    controls?: boolean;
  }
  const { title, path, query, peers = true, controls = true }: Props = $props();

  const asked = $derived(askedOf(query));
  const set = (change: Record<string, string>) => go(path, query, change);
  // What counts unless something else is asked for stands in the profile.
  onMount(() => void (profile.loaded || profile.load()));
</script>

<SubNav label="What the log says" pages={gamePages} here={path} addressOf={(to) => changed(to, asked, {})} />
<h1>{title}</h1>
{#if controls}
  <div class="counts">
    <Fold says={settingsWords(asked, profile.athlete?.objective ?? 'submissions', peers, dayWords)}>
      <div class="controls">
        <label class="label">
          <span class="label-text">What counts</span>
          <select
            class="select"
            value={query.objective ?? ''}
            onchange={(e) => set({ objective: e.currentTarget.value })}
          >
            <option value="">as in my profile</option>
            <option value="submissions">submissions</option>
            <option value="points">control and points</option>
            <option value="survival">not being finished</option>
          </select>
        </label>
        <AttireChoice both value={(query.attire ?? '') as '' | 'gi' | 'no-gi'} onchange={(attire) => set({ attire })} />
        {#if peers}
          <label class="label">
            <span class="label-text">Against</span>
            <select class="select" value={query.peer ?? ''} onchange={(e) => set({ peer: e.currentTarget.value })}>
              <option value="">my own level</option>
              <option value="white">white belts</option>
              <option value="blue">blue belts</option>
              <option value="purple">purple belts</option>
              <option value="brown">brown belts</option>
              <option value="black">black belts</option>
            </select>
          </label>
        {/if}
        <DayRange from={query.from ?? ''} to={query.to ?? ''} onchange={set} />
      </div>
    </Fold>
  </div>
{/if}

<style>
  .counts {
    color: var(--quiet);
    margin-bottom: 0.3rem;
  }
  .controls {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(9.5rem, 1fr));
    gap: 0.6rem 0.9rem;
    margin: 0 0 0.4rem;
  }
  @media print {
    .counts {
      display: none;
    }
  }
</style>
