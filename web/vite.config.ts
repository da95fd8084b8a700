import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { VitePWA } from 'vite-plugin-pwa';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [
    tailwindcss(),
    svelte(),
    // The pages' files stay on the device, so that logging opens with the program out of reach.
    VitePWA({
      // The manifest is served to who is signed in only.
      useCredentials: true,
      registerType: 'autoUpdate',
      injectRegister: false,
      includeAssets: ['stick.svg'],
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [
          /^\/api\//,
          /^\/openapi\//,
          /^\/schemas\//,
          /^\/healthz/,
          /^\/sign-in/,
          /^\/authority/,
        ],
        maximumFileSizeToCacheInBytes: 4_000_000,
        cleanupOutdatedCaches: true,
        sourcemap: false,
      },
      manifest: {
        name: 'Ash Notch',
        short_name: 'Ash Notch',
        description: "One practitioner's training log that thinks.",
        start_url: '/',
        display: 'standalone',
        background_color: '#fbf8f1',
        theme_color: '#8c3413',
        icons: [
          { src: 'icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: 'icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: 'icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
    }),
  ],
  build: {
    outDir: '../src/AshNotch.Web/wwwroot',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:5210' } },
  resolve: process.env.VITEST ? { conditions: ['browser'] } : undefined,
  test: {
    environment: 'happy-dom',
    environmentOptions: { happyDOM: { url: 'http://127.0.0.1:5210/' } },
    include: ['src/**/*.test.ts'],
    setupFiles: ['src/test-setup.ts'],
  },
});
