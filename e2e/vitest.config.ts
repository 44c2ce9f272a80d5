import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    root: import.meta.dirname,
    include: ['stories/**/*.test.ts'],
    globalSetup: ['./prepare.ts'],
    testTimeout: 180_000,
    hookTimeout: 60_000,
    maxWorkers: 2,
    // The server is read once a worker; every story has one of its own, on data of its own.
    isolate: false,
    retry: 0,
  },
});
