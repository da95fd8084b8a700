<script lang="ts">
  import { ground, roleWord } from '../../lib/log/ground.svelte.ts';
  import { search } from '../../lib/text/search.ts';
  import type { Role, Spot } from '../../lib/api/types.ts';
  import Find from '../../parts/Find.svelte';

  const { onpick, oncancel }: { onpick: (spot: Spot) => void; oncancel: () => void } = $props();
  const find = (words: string) =>
    search(words, ground.words?.positions ?? [], ground.aliases(), 10).flatMap((p) =>
      p.roles.map((role) => ({
        value: `${p.id}:${role}`,
        name: role === 'even' ? p.name : `${p.name}, ${roleWord(role, p.family)}`,
      })),
    );

  function pick(value: string) {
    const [position = '', role = ''] = value.split(':');
    onpick({ position, role: role as Role });
  }
</script>

<div class="card preset-filled-surface-100-900">
  <Find label="Where were you?" placeholder="half guard, kob, dlr…" focus search={find} onpick={pick} {oncancel} />
  <button class="btn preset-outlined-surface-600-400" onclick={oncancel}>Back</button>
</div>

<style>
  .card {
    display: flex;
    flex-direction: column;
    gap: 0.7rem;
  }
  .btn {
    align-self: flex-start;
  }
</style>
