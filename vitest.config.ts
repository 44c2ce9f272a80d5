import { defineConfig } from 'vitest/config';

const usual = { environment: 'node', testTimeout: 30_000, hookTimeout: 60_000 } as const;

export default defineConfig({
  test: {
    // Each of two cores has one: by itself Vitest leaves one core to whoever watches.
    maxWorkers: 2,
    projects: [
      {
        // The server is read once a worker: its tests keep to folders and files of their own.
        test: { ...usual, name: 'server', include: ['{server,demo}/**/*.test.ts'], isolate: false },
      },
      {
        // What they read is read once a worker, too: their modules keep nothing that a test does not put back.
        test: {
          ...usual,
          name: 'rest',
          include: ['{core,words,contract,web,scripts}/**/*.test.{ts,tsx}'],
          isolate: false,
          pool: 'threads',
        },
      },
    ],
  },
});
