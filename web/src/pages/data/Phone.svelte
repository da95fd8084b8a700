<script lang="ts">
  import { api, data, send } from '../../lib/api/api.ts';
  import { signInAddress } from '../../lib/api/signed-out.svelte.ts';
  import { logDraft } from '../../lib/draft/log-draft.svelte.ts';
  import type { SignInDevice, SignIns } from '../../lib/api/types.ts';
  import { keyHelp } from '../../lib/keys.svelte.ts';
  import { dataPages } from '../../lib/places.ts';
  import { deviceWords, tryWords } from '../../lib/text/access.ts';
  import { ageWords } from '../../lib/text/copies.ts';
  import Loaded from '../../parts/Loaded.svelte';
  import Notice from '../../parts/Notice.svelte';
  import Pages from '../../parts/Pages.svelte';
  import SubNav from '../../parts/SubNav.svelte';

  keyHelp.keys = [];
  const readPhone = () => data(api.GET('/api/phone'));
  const readSignIns = (page = 1) =>
    data(api.GET('/api/sign-ins', { params: { query: { page: String(page), size: '10' } } }));
  let phone = $state(readPhone());
  let signIns = $state(readSignIns());
  let fault = $state('');

  async function out(everywhere: boolean) {
    try {
      // What is still on its way goes up while that is possible; what cannot stays on the device.
      await logDraft.push();
      await send('POST', '/api/sign-out', { everywhere });
      location.replace(signInAddress());
    } catch (refused) {
      fault = (refused as Error).message;
    }
  }
</script>

<h1>On my phone</h1>
<SubNav label="Data" pages={dataPages} here="/data/phone" />
<div class="columns">
  <section class="card preset-filled-surface-100-900">
    <h2>Use it on my phone</h2>
    <Loaded promise={phone} waiting="Looking how this machine is reached…" again={() => (phone = readPhone())}>
      {#snippet children(way)}
        {#if way.addresses.length === 0}
          <p>
            For now only this machine can reach the log. To let your phone in, in the same network, end the program and
            start it so:
          </p>
          <ol>
            {#if !way.protected}<li>
                <code>./run passphrase</code> sets the passphrase that every device signs in with.
              </li>{/if}
            <li>
              <code>./run --listen 0.0.0.0</code> starts the program for other devices too, over an encrypted line.
            </li>
            <li>Open this page again: it shows the address, as a picture for the phone’s camera.</li>
          </ol>
        {:else}
          {@const main = way.addresses[0]!}
          <div class="way">
            <img src={main.code} width="180" height="180" alt="The address {main.url} as a QR code" />
            <ol>
              <li>
                Bring the phone into the same network and point its camera at the picture, or type:
                {#each way.addresses as address (address.url)}<strong class="address">{address.url}</strong>{/each}
              </li>
              {#if way.authority}
                <li>
                  The phone does not know this machine’s certificate yet. Load
                  <a class="anchor" href={way.authority} download>the certificate</a> onto the phone (its address is
                  <span class="address">{main.url.replace(/\/$/, '')}{way.authority}</span>) and let the phone trust it:
                  on most it is under <em>Settings → Security → Certificates</em>, as a <em>certificate authority</em>.
                </li>
                <li>
                  Before you trust it, compare its SHA-256 with this one: <code class="print">{way.fingerprint}</code>
                </li>
              {/if}
              <li>Sign in with your passphrase. The browser can install the page as an app.</li>
            </ol>
          </div>
          {#if way.authority}
            <p class="quiet small">
              Without trust in the certificate the pages open, but the phone keeps neither them nor your drafts for when
              there is no signal.
            </p>
          {/if}
        {/if}
      {/snippet}
    </Loaded>
  </section>
  <section class="card preset-filled-surface-100-900">
    <h2>Signed in</h2>
    {#if fault}<Notice kind="fault">{fault}</Notice>{/if}
    <Loaded promise={signIns} waiting="Looking who is signed in…" again={() => (signIns = readSignIns())}>
      {#snippet children(list: SignIns)}
        {#if !list.protected}
          <p>No passphrase is set: whoever sits at this machine can open the log.</p>
        {:else}
          <ul>
            {#each list.devices as device (device.since)}{@render line(device)}{/each}
          </ul>
          <p class="row">
            <button class="btn preset-outlined-surface-600-400" onclick={() => out(false)}>Sign out here</button>
            <button class="btn preset-outlined-surface-600-400" onclick={() => out(true)}>Sign out everywhere</button>
          </p>
          <h3>What was tried</h3>
          <ul>
            {#each list.items as one, i (i)}
              <li><span>{tryWords(one)}</span> <span class="quiet small">{ageWords(one.at)}</span></li>
            {/each}
          </ul>
          <Pages
            count={list.total}
            size={list.size}
            page={list.page}
            onpage={(page) => (signIns = readSignIns(page))}
          />
        {/if}
      {/snippet}
    </Loaded>
  </section>
</div>

{#snippet line(device: SignInDevice)}
  <li>
    <span
      >{deviceWords(device.device)}{device.here ? ' (this one)' : ''}
      <span class="quiet small">from {device.from}, signed in {ageWords(device.since)}</span></span
    >
  </li>
{/snippet}

<style>
  .columns {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(26rem, 100%), 1fr));
    gap: 1rem;
    align-items: start;
    margin-top: 0.8rem;
  }
  section {
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
    min-width: 0;
    /* Room for what is asked for first, so that nothing moves when it comes. */
    min-height: 9rem;
  }
  section:first-child {
    min-height: 24rem;
  }
  .way {
    display: flex;
    flex-wrap: wrap;
    gap: 1rem;
    align-items: start;
  }
  .way ol {
    flex: 1;
    min-width: min(16rem, 100%);
  }
  img {
    /* A camera wants dark on light, in the dark theme too. */
    background: white;
    padding: 6px;
  }
  ol {
    list-style: decimal;
    padding-left: 1.3rem;
    display: flex;
    flex-direction: column;
    gap: 0.4rem;
  }
  .address,
  .print,
  code {
    overflow-wrap: anywhere;
  }
  .address {
    display: block;
  }
  .print {
    display: block;
    white-space: normal;
    word-break: break-all;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.6rem;
  }
  li span span {
    display: block;
  }
</style>
