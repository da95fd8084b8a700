<script lang="ts">
  interface Props {
    /** The first and the last day; empty for no bound. */
    from: string;
    to: string;
    onchange: (change: { from: string } | { to: string }) => void;
  }
  const { from, to, onchange }: Props = $props();
</script>

<label class="label">
  <span class="label-text">From day</span>
  <input class="input" type="date" value={from} onchange={(e) => onchange({ from: e.currentTarget.value })} />
</label>
<label class="label">
  <span class="label-text">To day</span>
  <input class="input" type="date" value={to} onchange={(e) => onchange({ to: e.currentTarget.value })} />
</label>
