import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const sources = (folder: string, matches: (name: string) => boolean): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter(matches)
    .map((name) => readFileSync(join(folder, name), 'utf8'));
// Jest starts from the checkout's folder.
const ROOT = process.cwd();

/** The first words of every code that a gate may name: `opening:usb-medium` is `opening`. */
const codes = new Set(
  sources(
    join(ROOT, 'core/src/job/gates'),
    (name) => name.endsWith('.ts') && !name.endsWith('.spec.ts'),
  ).flatMap((text) => [...text.matchAll(/(?:must|should)\(\s*[`']([a-z-]+)/g)].map((found) => found[1]!)),
);
const places = new Set(
  sources(
    join(ROOT, 'web/src/app/job'),
    (name) => /\.(html|ts)$/.test(name) && !name.endsWith('.spec.ts'),
  ).flatMap((text) =>
    [...text.matchAll(/data-gate\]?="([^"]+)"/g)].flatMap((found) => found[1]!.match(/[a-z][a-z-]+/g) ?? []),
  ),
);

describe('what a gate names', () => {
  it('is a dozen codes at least, so that this test looks at something', () =>
    expect(codes.size).toBeGreaterThan(12));

  // The steps themselves are where one stands while they are left.
  it.each([...codes].filter((code) => code !== 'steps-'))('%s has a place that the dot key goes to', (code) =>
    expect([...places]).toContain(code),
  );
});
