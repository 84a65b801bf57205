import { readFileSync } from 'node:fs';
import path from 'node:path';
import { deserialize, serialize } from 'node:v8';
import { PDFDocument } from '@cantoo/pdf-lib';
import type { Sheet } from '@petrichor/core/sheets';
import { Press } from './press';

// jsdom has none; browsers do.
globalThis.structuredClone ??= <T>(value: T): T => deserialize(serialize(value)) as T;

const FILES = path.join(process.cwd(), 'node_modules/@fontsource/atkinson-hyperlegible-next/files');
let asked = 0;
/** The four files as they are asked for: plain and strong, each latin and its extension. */
const bytesOf = (): Promise<ArrayBuffer> => {
  const [subset, weight] = [asked % 2 === 0 ? 'latin' : 'latin-ext', asked < 2 ? 400 : 700];
  asked += 1;
  return Promise.resolve(
    new Uint8Array(
      readFileSync(path.join(FILES, `atkinson-hyperlegible-next-${subset}-${weight}-normal.woff`)),
    ).buffer,
  );
};
/** A PNG of one pixel (ISO/IEC 15948). */
const PIXEL = Uint8Array.from(
  Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  ),
).buffer;
const drawn: string[] = [];
const open = (): Promise<Press> => {
  asked = 0;
  drawn.length = 0;
  return Press.open(bytesOf, (text) => (drawn.push(text), Promise.resolve(PIXEL)));
};
const sheet = (...texts: string[]): Sheet => ({
  widthMm: 100,
  heightMm: 60,
  strokes: texts.map((text, at) => ({ kind: 'text', x: 5, y: 10 + at * 8, size: 4, text })),
});

describe('papers', () => {
  it('are set in the screen’s typeface, also letters beyond Latin-1', async () => {
    const press = await open();
    expect(press.runs('Łucja Őrsi', false).map(({ text }) => text)).toEqual(['Ł', 'ucja ', 'Ő', 'rsi']);
    expect(press.runs('“Grüße” – ja…', true)).toHaveLength(1);
    // An accent that is typed after its letter belongs to it, also where there is no such letter.
    expect(press.runs('Zoe\u0308', false).map(({ text }) => text)).toEqual(['Zo\u00eb']);
    expect(press.runs('x\u20ddy', false).map(({ text, font }) => [text, font !== null])).toEqual([
      ['x\u20dd', false],
      ['y', true],
    ]);
  });

  it('have what the typeface lacks as the screen draws it, each once', async () => {
    const press = await open();
    const pdf = await press.print([sheet('Herr 山田 太郎', 'bei 山田 太郎', 'Anna')]);
    expect(drawn).toEqual(['山田 太郎']);
    const pages = (await PDFDocument.load(pdf)).getPages();
    expect(
      pages.map((page) =>
        [page.getWidth(), page.getHeight()].map((points) => Math.round((points / 72) * 25.4)),
      ),
    ).toEqual([[100, 60]]);
  });

  it('know how wide words are: as wide as their letters, in proportion to their size, and strong ones wider', async () => {
    const press = await open();
    const [narrow, wide] = [press.widthMm('illi', 4, false), press.widthMm('WWWW', 4, false)];
    expect(wide).toBeGreaterThan(narrow * 2);
    expect(press.widthMm('WWWW', 8, false)).toBeCloseTo(2 * wide);
    expect(press.widthMm('Harbour', 4, true)).toBeGreaterThan(press.widthMm('Harbour', 4, false));
    expect(press.widthMm('Łódź', 4, false)).toBeCloseTo(
      [...'Łódź'].reduce((sum, letter) => sum + press.widthMm(letter, 4, false), 0),
    );
  });

  it('say where a photo would be that is not to be had', async () => {
    const press = await open();
    const frame: Sheet = {
      widthMm: 100,
      heightMm: 60,
      strokes: [{ kind: 'photo', x: 5, y: 5, width: 44, height: 33, hash: 'ab' }],
    };
    expect((await press.print([frame], () => Promise.resolve(new ArrayBuffer(3)))).length).toBeGreaterThan(
      500,
    );
  });
});
