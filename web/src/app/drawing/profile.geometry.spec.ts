import fc from 'fast-check';
import { nameLines } from './profile.geometry';

const ROOM = 130;
const width = ({ text, class: class_ }: { text: string; class: string }) =>
  text.length * 0.56 * (class_ === 'name' ? 15.5 : 13);

describe('a name beside its node', () => {
  it('stands over its time where both fit', () => {
    expect(nameLines('Drive plate', '2 min', ROOM, 100, 40)).toEqual([
      { text: 'Drive plate', y: 101, class: 'name' },
      { text: '2 min', y: 115, class: 'm time' },
    ]);
  });

  it('is set smaller before it is broken', () => {
    expect(nameLines('Keyboard ribbon x', '', ROOM, 100, 40)[0]).toMatchObject({
      text: 'Keyboard ribbon x',
      class: 'name small',
    });
  });

  it('is broken at a space, with its time behind it, inside its row', () => {
    const lines = nameLines('Out: bracket of the drive', '3 min', ROOM, 100, 34);
    expect(lines.map((one) => one.text)).toEqual(['Out: bracket of', 'the drive · 3 min']);
    for (const { y } of lines) expect(y > 84 && y < 117).toBe(true);
  });

  it('never runs over the edge, and what is left out is marked', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 90 }), fc.integer({ min: 90, max: 180 }), (name, room) => {
        const lines = nameLines(name, '12 min', room, 100, 40);
        for (const line of lines.filter((one) => one.class !== 'm time'))
          expect(width(line)).toBeLessThanOrEqual(room + 1e-9);
        const told = lines.map((one) => one.text).join('');
        if (!told.includes('…')) expect(told.replaceAll(' ', '')).toContain(name.replaceAll(' ', ''));
      }),
    );
  });
});
