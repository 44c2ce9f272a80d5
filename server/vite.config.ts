import { resolve } from 'node:path';
import { defineConfig } from 'vite';

const root = resolve(import.meta.dirname, '..');

/** What runs on Node.js: the server, the demo and the benchmarks, each one file in dist/node. */
export default defineConfig({
  root,
  publicDir: false,
  build: {
    ssr: true,
    target: 'node20',
    outDir: resolve(root, 'dist/node'),
    emptyOutDir: true,
    minify: false,
    sourcemap: true,
    rollupOptions: {
      input: {
        server: resolve(root, 'server/main.ts'),
        columnsThread: resolve(root, 'server/columns/columnsThread.ts'),
        insightThread: resolve(root, 'server/insight/insightThread.ts'),
        inCommonThread: resolve(root, 'server/textInCommon/inCommonThread.ts'),
        extractThread: resolve(root, 'server/readings/extractThread.ts'),
        backup: resolve(root, 'server/commands/backup.ts'),
        restore: resolve(root, 'server/commands/restore.ts'),
        check: resolve(root, 'server/commands/check.ts'),
        demo: resolve(root, 'demo/main.ts'),
        bench: resolve(root, 'bench/main.ts'),
        crowdServer: resolve(root, 'bench/crowdServer.ts'),
      },
    },
  },
});
