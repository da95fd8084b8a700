<script lang="ts">
  import ProfileForm from '../../parts/ProfileForm.svelte';

  const { ondone }: { ondone: () => void } = $props();
</script>

<section class="card preset-filled-surface-100-900">
  <h1>Whose log is this?</h1>
  <p class="quiet">It stays on this machine. You can change all of it later.</p>
  <ProfileForm does="Begin the log" {ondone} />
  <p>Have a logbook file already? <a class="anchor" href="#/data">Bring it in</a> instead.</p>
</section>

<style>
  section {
    display: flex;
    flex-direction: column;
    gap: 0.9rem;
    max-width: 34rem;
    margin: 0 auto;
  }
</style>
