import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { Figure } from './figure.js';
import { WEB_BUILD } from '../paths.js';

/** What a browser fetches before it shows anything: the scripts and styles that the page names, and what those import at once; gzipped. */
export function measureDownload(): Figure {
  const page = readFileSync(join(WEB_BUILD, 'index.html'), 'utf8');
  const names = [...new Set([...page.matchAll(/(?:src|href)="([^"]+\.(?:js|css))"/g)].map(([, name]) => name!))];
  for (const name of names) {
    if (!name.endsWith('.js')) continue;
    const imports = readFileSync(join(WEB_BUILD, name), 'utf8').matchAll(/(?:from|import)"\.\/([^"]+\.js)"/g);
    for (const [, other] of imports) if (!names.includes(other!)) names.push(other!);
  }
  const size = (kind: string) =>
    names.filter((name) => name.endsWith(kind)).reduce((sum, name) => sum + gzipSync(readFileSync(join(WEB_BUILD, name))).length, 0);
  return {
    figure: 'initial-download',
    scriptsGzipKb: Math.round(size('.js') / 1000),
    stylesGzipKb: Math.round(size('.css') / 1000),
    files: names.length,
    targetScriptsGzipKb: 450,
  };
}
