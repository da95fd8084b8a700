import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

/** The sign-in page: all of its files stand under /sign-in/, which is all that is served to whoever is not signed in. */
export default defineConfig({
  root: 'sign-in',
  base: '/sign-in/',
  publicDir: false,
  plugins: [tailwindcss(), svelte({ configFile: '../svelte.config.js' })],
  build: {
    outDir: '../../src/AshNotch.Web/wwwroot/sign-in',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
  },
});
