import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  css: { preprocessorOptions: { scss: { quietDeps: true } } },
  build: { target: 'es2022', sourcemap: false },
  // The page's own host goes on to the server, which takes changes from its own pages only.
  server: {
    proxy: {
      '/api': { target: 'http://127.0.0.1:5080', changeOrigin: false },
      '/hubs': { target: 'http://127.0.0.1:5080', changeOrigin: false, ws: true },
    },
  },
});
