import { cut, findUnkeepable, keepable, sayUnkeepable } from './text.js';

const NUL = String.fromCharCode(0);
const HALF = String.fromCharCode(0xd83d);

describe('texts that cannot be kept', () => {
  it.each([
    ['a NUL', `TF14${NUL}`, 'U+0000'],
    ['half a pair', `ok ${HALF}`, 'U+D83D'],
    ['the other half', String.fromCharCode(0xde00), 'U+DE00'],
    ['an escape', `${String.fromCharCode(27)}[31m`, 'U+001B'],
    ['a delete', String.fromCharCode(127), 'U+007F'],
  ])('are found: %s', (_, text, character) => {
    expect(findUnkeepable({ type: 'note', about: [{ text }] })).toEqual({ path: 'about.0.text', character });
    expect(sayUnkeepable(findUnkeepable(text)!)).toContain(character);
  });

  it('are found in names of fields, too', () => {
    expect(findUnkeepable({ checks: { [`a${NUL}`]: 1 } })).toEqual({ path: 'checks', character: 'U+0000' });
  });

  it.each(['häven 9 – “Quay”', 'two\r\nlines\tand a tab', '🧰 whole', '', 'é as two'])(
    'are none of these: %j',
    (text) => {
      expect(findUnkeepable({ text, n: 1, none: null, bytes: new Uint8Array([0]) })).toBeNull();
      expect(keepable({ text })).toEqual({ text });
    },
  );

  it('are left out where a file is read, and the rest stays as it is', () => {
    const whole = { n: 1 };
    expect(keepable(whole)).toBe(whole);
    expect(
      keepable([{ serial: `AB${NUL}${NUL}`, names: [`x${HALF}y`], size: 12n, [`k${NUL}`]: null }]),
    ).toEqual([{ serial: 'AB', names: ['xy'], size: 12n, k: null }]);
  });

  it('do not come of cutting one short', () => {
    expect(cut('🧰🧰', 3)).toBe('🧰');
    expect(cut('🧰🧰', 4)).toBe('🧰🧰');
    expect(cut('abcd', 3)).toBe('abc');
    for (let most = 1; most < 12; most++) expect(findUnkeepable(cut('a🧰b🧰c🧰d', most))).toBeNull();
  });
});
