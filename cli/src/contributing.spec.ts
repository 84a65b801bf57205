import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './paths.js';

/** Paths from the root that a text names between back-quotes. */
const pathsIn = (text: string): string[] => [
  ...new Set(
    [...text.matchAll(/`((?:api|cli|core|demo|docs|e2e|server|web)\/[\w./-]+)`/g)].map(([, path]) => path!),
  ),
];

describe('what is written about the house', () => {
  it.each(['CONTRIBUTING.md', 'README.md', 'docs/decisions.md', 'docs/backup.md', 'docs/network.md'])(
    '%s names only what is there',
    (file) => {
      const paths = pathsIn(readFileSync(join(ROOT, file), 'utf8'));
      expect(paths.filter((path) => !/NNN/.test(path) && !existsSync(join(ROOT, path)))).toEqual([]);
    },
  );

  it('CONTRIBUTING names a neighbour for every kind of thing', () => {
    const rows = readFileSync(join(ROOT, 'CONTRIBUTING.md'), 'utf8')
      .split('\n')
      .filter((line) => line.startsWith('| '))
      .slice(2);
    expect(rows.length).toBeGreaterThan(40);
    expect(rows.filter((row) => !row.split('|')[2]!.includes('`'))).toEqual([]);
  });
});
