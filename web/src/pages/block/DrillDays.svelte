<script lang="ts">
  import type { DrillDay } from '../../lib/api/types.ts';
  import { minutesIn, weekDays, withDay } from './block-form.ts';

  let { days = $bindable() }: { days: DrillDay[] } = $props();

  const dayOf = (day: DrillDay['day']) => days.find((d) => d.day === day);
  const setDay = (day: DrillDay['day'], change: Partial<DrillDay> | null) => (days = withDay(days, day, change));
</script>

<section aria-label="Minutes to drill">
  <h3>Minutes that are yours to drill in</h3>
  <ul>
    {#each weekDays as day (day)}
      {@const d = dayOf(day)}
      <li>
        <label class="day"
          ><input
            class="checkbox"
            type="checkbox"
            checked={d !== undefined}
            onchange={(e) => setDay(day, e.currentTarget.checked ? {} : null)}
          />
          {day[0]!.toUpperCase() + day.slice(1)}</label
        >
        {#if d}
          <div class="minutes">
            <label class="label"
              ><span class="label-text">class at</span><input
                class="input"
                type="time"
                aria-label="{day}: class at"
                value={d.time?.slice(0, 5) ?? ''}
                onchange={(e) => setDay(day, { time: e.currentTarget.value || null })}
              /></label
            >
            {#each ['before', 'during', 'after'] as const as slot (slot)}
              <label class="label"
                ><span class="label-text">{slot === 'during' ? 'in class' : slot}</span><input
                  class="input"
                  type="number"
                  min="0"
                  max="120"
                  aria-label="{day}: minutes {slot === 'during' ? 'in class' : slot}"
                  value={d[slot]}
                  onchange={(e) => setDay(day, { [slot]: minutesIn(e.currentTarget.value) })}
                /></label
              >
            {/each}
          </div>
        {/if}
      </li>
    {/each}
  </ul>
  <p class="quiet small">
    Minutes in class are your coach's first: enter only those that are left to you, as at an open mat. Your partner gets
    as many goes as you.
  </p>
  {#if days.length === 0}<p class="quiet small">Tick at least one day.</p>{/if}
</section>

<style>
  section {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
  }
  .day {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    min-height: 2.75rem;
    cursor: pointer;
  }
  li {
    display: grid;
    grid-template-columns: 10rem minmax(0, 1fr);
    align-items: center;
    border-bottom: 1px dotted var(--line);
  }
  .minutes {
    display: grid;
    grid-template-columns: 1.6fr 1fr 1fr 1fr;
    gap: 0.4rem;
    padding-bottom: 0.4rem;
    max-width: 36rem;
  }
  @media (max-width: 720px) {
    li {
      grid-template-columns: 1fr;
    }
  }
</style>
