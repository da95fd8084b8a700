import { mount } from 'svelte';
import App from './App.svelte';
import './app.css';
import { applyTheme } from './lib/theme.ts';

applyTheme();
mount(App, { target: document.getElementById('app')! });

// Out of reach while it was fetched: the next start asks again, and the page works without it meanwhile.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  addEventListener('load', () => void navigator.serviceWorker.register('/sw.js').catch(() => undefined));
