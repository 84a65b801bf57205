import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import type { AxeResults, RunOptions } from 'axe-core';
import { ROOT } from './root';

const SOURCE = readFileSync(join(ROOT, 'node_modules/axe-core/axe.min.js'), 'utf8');
const COLOURS: RunOptions = { runOnly: ['color-contrast', 'link-in-text-block'] };
const EVERYTHING: RunOptions = { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'] };

/**
 * What axe finds serious or critical on the page as it stands, a line each. It runs in the page itself: there
 * are no frames to be gone through, and what passes is not written down, which is most of the time that it
 * takes.
 */
export async function serious(page: Page, of: 'everything' | 'colours'): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(SOURCE);
  const options: RunOptions = {
    ...(of === 'colours' ? COLOURS : EVERYTHING),
    resultTypes: ['violations'],
    preload: false,
    iframes: false,
  };
  const violations = await page.evaluate(async (asked) => {
    const { axe } = window as unknown as {
      axe: { run: (where: Document, asked: object) => Promise<AxeResults> };
    };
    return (await axe.run(document, asked)).violations.map(({ id, impact, nodes }) => ({
      id,
      impact,
      at: nodes.map((node) => node.target.join(' ')).join(', '),
    }));
  }, options);
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, at }) => `${id}: ${at}`);
}
