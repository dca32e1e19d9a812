import { defineConfig } from 'vitest/config';

/** The pure modules of the interface, tested without a browser; the tests lie with the others. */
export default defineConfig({
  resolve: { alias: { '@web': new URL('./src', import.meta.url).pathname } },
  server: { fs: { allow: ['../..'] } },
  test: {
    globals: true,
    dir: '../../tests/InkBasin.Web.Tests',
    include: ['../../tests/InkBasin.Web.Tests/**/*.test.ts'],
  },
});
