import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The checkout. */
export const ROOT = fileURLToPath(new URL('../..', import.meta.url));
/** Everything that is made on this machine and is not the project. */
export const STATE = join(ROOT, '.petrichor');
export const WEB_BUILD = join(ROOT, 'web/dist/browser');
export const SERVER_MAIN = join(ROOT, 'server/dist/main.js');
export const DOCK_MAIN = join(ROOT, 'server/dist/simulated/dock/main.js');
export const DOCK_DRIVES = join(ROOT, 'demo/dock/drives.json');
export const SUPPLIER_MAIN = join(ROOT, 'server/dist/simulated/supplier/main.js');
export const DEMO_DRIVES = join(ROOT, 'demo/drives/quayside-shelf.json');
export const DEMO_PARTS = join(ROOT, 'demo/parts/quayside-parts.json');

/**
 * A program of a package. Types are read by the compiler's seventh edition, which is several times as fast;
 * Angular and the linter need its fifth, which owns the plain name.
 */
export const bin = (name: string): string =>
  join(ROOT, name === 'tsc' ? 'node_modules/typescript7/bin/tsc' : `node_modules/.bin/${name}`);
