import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  plugins: [
    react(),
    // Code, fonts and the one page lie on the phone, so that a class opens without a network. What was asked of
    // the server is kept by the pages themselves; a worker between them and it would hide that it is away.
    VitePWA({
      registerType: 'autoUpdate',
      injectRegister: false,
      manifest: {
        name: 'Grike',
        short_name: 'Grike',
        description: 'Classes to teach, and what they were.',
        start_url: '/mine',
        display: 'standalone',
        background_color: '#211f1b',
        theme_color: '#211f1b',
        icons: [{ src: 'mark.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        cleanupOutdatedCaches: true,
      },
    }),
  ],
  resolve: { alias: { '~': new URL('./src', import.meta.url).pathname } },
  build: {
    target: 'es2022',
    // What others wrote changes seldom, and stays in the browser's store when our own pages change.
    rollupOptions: {
      // They only make values; without a word about it every recipe of the library would stay in.
      treeshake: {
        manualPureFunctions: [
          'defineConfig',
          'createSystem',
          'mergeConfigs',
          'defineRecipe',
          'defineSlotRecipe',
          'defineTokens',
          'defineSemanticTokens',
        ],
      },
      output: {
        manualChunks: (id) =>
          /node_modules\/(react|react-dom|react-router|scheduler|@tanstack|@emotion|stylis)\//.test(id)
            ? 'vendor'
            : undefined,
      },
    },
  },
});
