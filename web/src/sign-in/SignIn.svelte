<script lang="ts">
  import Notice from '../parts/Notice.svelte';
  import { signIn } from './sign-in.ts';

  let passphrase = $state('');
  let shown = $state(false);
  let busy = $state(false);
  let fault = $state('');
  let box = $state<HTMLInputElement>();

  async function go(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    fault = (await signIn(passphrase)) ?? '';
    busy = false;
    // What stood behind the # came along, so the page that was asked for opens.
    if (!fault) location.replace(`/${location.hash}`);
    else box?.select();
  }
</script>

<main>
  <h1>Ash Notch</h1>
  <p>This log opens with its owner's passphrase.</p>
  <form class="card preset-filled-surface-100-900" onsubmit={go}>
    <label class="label">
      <span class="label-text">Passphrase</span>
      <input
        class="input"
        type={shown ? 'text' : 'password'}
        autocomplete="current-password"
        autocapitalize="off"
        spellcheck="false"
        maxlength="256"
        required
        bind:this={box}
        bind:value={passphrase}
      />
    </label>
    <label class="show">
      <input class="checkbox" type="checkbox" bind:checked={shown} />
      show what I type
    </label>
    <button class="btn preset-filled-primary-700-300" disabled={busy}>{busy ? 'Looking…' : 'Sign in'}</button>
    {#if fault}<Notice kind="fault">{fault}</Notice>{/if}
  </form>
  <p class="quiet small">
    Forgotten? On the machine of the log, <code>./run passphrase</code> sets another. What was entered on this device and
    is not up yet stays here and goes up after you have signed in.
  </p>
</main>

<style>
  main {
    max-width: 26rem;
    margin: 0 auto;
    padding: 3rem 1rem;
    display: flex;
    flex-direction: column;
    gap: 1rem;
  }
  form {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
    padding: 1rem;
  }
  .show {
    display: flex;
    gap: 0.5rem;
    align-items: center;
    min-height: 2.75rem;
  }
</style>
