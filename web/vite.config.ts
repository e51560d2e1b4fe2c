import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  resolve: { alias: { '~': new URL('./src', import.meta.url).pathname } },
  build: { target: 'es2022', chunkSizeWarningLimit: 700 },
});
