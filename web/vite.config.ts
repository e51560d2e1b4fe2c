import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
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
