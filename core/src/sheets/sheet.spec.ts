import fc from 'fast-check';
import { clipLine, PAPERS, ruler } from './sheet.js';
import { wrap } from './typeface.js';

const box = { left: 10, top: 20, right: 110, bottom: 70 };
const line = (x1: number, y1: number, x2: number, y2: number) => ({ kind: 'line' as const, x1, y1, x2, y2 });

describe('a line cut to a box', () => {
  it.each([
    ['whole inside', line(20, 30, 90, 60), line(20, 30, 90, 60)],
    ['across', line(0, 40, 160, 40), line(10, 40, 110, 40)],
    ['out at the top', line(50, 60, 50, 0), line(50, 60, 50, 20)],
    ['beside it', line(0, 0, 5, 100), null],
    ['past its corner', line(0, 61, 60, 121), null],
    ['along its edge', line(10, 0, 10, 100), line(10, 20, 10, 70)],
    ['a point outside', line(5, 5, 5, 5), null],
  ])('%s', (_, whole, cut) => expect(clipLine(whole, box)).toEqual(cut));

  it('never leaves the box, keeps its direction, and loses nothing that is inside', () => {
    const number = fc.double({ min: -300, max: 300, noNaN: true });
    fc.assert(
      fc.property(
        number,
        number,
        number,
        number,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (x1, y1, x2, y2, part) => {
          const cut = clipLine(line(x1, y1, x2, y2), box);
          const [x, y] = [x1 + part * (x2 - x1), y1 + part * (y2 - y1)];
          const inside = x > box.left && x < box.right && y > box.top && y < box.bottom;
          if (!cut) return expect(inside).toBe(false);
          for (const [px, py] of [
            [cut.x1, cut.y1],
            [cut.x2, cut.y2],
          ] as const) {
            expect(px).toBeGreaterThanOrEqual(box.left - 1e-9);
            expect(px).toBeLessThanOrEqual(box.right + 1e-9);
            expect(py).toBeGreaterThanOrEqual(box.top - 1e-9);
            expect(py).toBeLessThanOrEqual(box.bottom + 1e-9);
          }
          expect((cut.x2 - cut.x1) * (x2 - x1)).toBeGreaterThanOrEqual(0);
          if (inside) {
            expect(x).toBeGreaterThanOrEqual(Math.min(cut.x1, cut.x2) - 1e-6);
            expect(x).toBeLessThanOrEqual(Math.max(cut.x1, cut.x2) + 1e-6);
          }
        },
      ),
    );
  });
});

it('a ruler is 100 mm between its outer ticks, with eleven of them', () => {
  const ticks = ruler(12, 200).filter((stroke) => stroke.kind === 'line' && stroke.x1 === stroke.x2);
  expect(ticks.map((tick) => (tick.kind === 'line' ? tick.x1 - 12 : NaN))).toEqual([
    0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100,
  ]);
});

it('papers are ISO 216 A4, and letter of 8.5 by 11 inches', () => {
  expect(PAPERS.A4).toEqual({ widthMm: 210, heightMm: 297 });
  expect(
    [PAPERS.Letter.widthMm / 25.4, PAPERS.Letter.heightMm / 25.4].map(
      (inches) => Math.round(inches * 100) / 100,
    ),
  ).toEqual([8.5, 11]);
});

describe('words broken into lines', () => {
  /** Small letters are 1 mm wide, capitals 2. */
  const widthMm = (text: string) =>
    [...text].reduce((sum, letter) => sum + (/[A-Z]/.test(letter) ? 2 : 1), 0);
  it.each([
    ['one two three', 8, ['one two', 'three']],
    ['ONE two', 8, ['ONE', 'two']],
    ['abcdefghij', 4, ['abcd', 'efgh', 'ij']],
    ['a  b\nc', 5, ['a b c']],
    ['', 5, []],
    ['łóżko', 0.5, ['ł', 'ó', 'ż', 'k', 'o']],
  ])('%j', (text, roomMm, lines) => expect(wrap(text, roomMm, widthMm)).toEqual(lines));

  it('are as wide as there is room, and all of them are there', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ unit: fc.constantFrom('a', 'B', 'ł'), minLength: 1, maxLength: 12 })),
        fc.integer({ min: 2, max: 30 }),
        (words, roomMm) => {
          const lines = wrap(words.join(' '), roomMm, widthMm);
          expect(lines.every((line) => widthMm(line) <= roomMm)).toBe(true);
          expect(lines.join('').replaceAll(' ', '')).toBe(words.join(''));
        },
      ),
    );
  });
});
