import { readFileSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build, type Plugin } from 'esbuild';
import { ROOT, STATE } from '../paths.js';

/** `./petrichor` looks for it under this name. */
const QUICK_PROGRAM = join(STATE, 'quick.mjs');

/** Files beside a source are still found from it, though it is in the bundle. */
const whereItWas: Plugin = {
  name: 'where-it-was',
  setup: (bundle) =>
    bundle.onLoad({ filter: /\/(cli|demo|core)\/src\/.*\.ts$/ }, ({ path }) => ({
      contents: readFileSync(path, 'utf8').replaceAll(
        'import.meta.url',
        JSON.stringify(pathToFileURL(path).href),
      ),
      loader: 'ts',
    })),
};

/**
 * Bundles the commands that answer a file. A half-written program is never run: it takes its name once it is
 * whole.
 */
export async function buildQuick(): Promise<void> {
  const fresh = `${QUICK_PROGRAM}.${process.pid}`;
  await build({
    entryPoints: [join(ROOT, 'cli/src/quick-main.ts')],
    outfile: fresh,
    bundle: true,
    minifySyntax: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    conditions: ['petrichor-source'],
    plugins: [whereItWas],
    // Some packages still ask for others as CommonJS does.
    banner: {
      js: "import { createRequire as nodeRequire } from 'node:module'; const require = nodeRequire(import.meta.url);",
    },
    logLevel: 'error',
  });
  renameSync(fresh, QUICK_PROGRAM);
}
