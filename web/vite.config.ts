import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { resolve } from 'node:path';
import { defineConfig, type Plugin } from 'vite';

const server = `http://127.0.0.1:${process.env.PORT ?? 4310}`;

const MAKES_JSON_SCHEMAS = /zod\/v4\/core\/(to-json-schema|json-schema-processors)\.js$/;

/**
 * Leaves out of the interface what Zod makes JSON schemas with: every schema holds on to it, and only the server's description of the API
 * needs it. What is left of it says so when it is called.
 */
const withoutJsonSchemas = (): Plugin => ({
  name: 'without-json-schemas',
  apply: 'build',
  transform(code, id) {
    if (!MAKES_JSON_SCHEMAS.test(id)) return null;
    const names = [
      ...[...code.matchAll(/^export (?:const|function) (\w+)/gm)].map(([, name]) => name),
      ...[...code.matchAll(/^export \{ (?:\w+ as )?(\w+) \};/gm)].map(([, name]) => name),
    ];
    const none = "const none = () => () => { throw new Error('The interface makes no JSON schemas.'); };";
    return { code: `${none}\n${names.map((name) => `export const ${name} = none;`).join('\n')}`, map: null };
  },
});

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss(), withoutJsonSchemas()],
  build: {
    outDir: resolve(import.meta.dirname, '../dist/web'),
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
  },
  server: { port: 4320, proxy: { '/api': server, '/openapi.json': server, '/healthz': server } },
});
