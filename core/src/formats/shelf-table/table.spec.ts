import { bayDrive, m2Drive, msataDrive, part } from '../../testing/samples.js';
import { spec } from '../../units/index.js';
import { readTable, writeTable } from './table.js';

const drives = [
  m2Drive({ topHeight: null, topProfile: [{ fromMm: 8, toMm: 20, height: spec(1.2), what: 'flash' }] }),
  msataDrive(),
  bayDrive({ jumpers: ['master', 'slave'], leadDays: 4 }),
];
const parts = [
  part({ kind: 'screw', screw: { thread: 'M2', lengthMm: 2.5, head: 'wafer', bit: 'PH0' } }),
  part({ kind: 'caddy', forModels: ['fen', 'kite'] }),
  part({ kind: 'tape', widthMm: 20, thicknessMm: 0.06, insulates: true }),
];

it('writes rows that read back as what they were', () => {
  const { columns, rows } = writeTable(drives, parts);
  expect(columns.slice(0, 3)).toEqual(['item', 'id', 'maker']);
  const read = readTable(rows);
  expect(read.bad).toEqual([]);
  expect(read.drives).toEqual(drives);
  expect(read.parts).toEqual(parts);
});

const good = writeTable([bayDrive()], []).rows[0]!;

it.each([
  ['neither drive nor part', { ...good, item: 'shelf' }, "'item' has to say drive or part"],
  ['no such family', { ...good, family: '9-inch' }, 'family'],
  ['a price that is no number', { ...good, priceMinor: 'cheap' }, 'priceMinor'],
  ['a stock below nothing', { ...good, inStock: '-1' }, 'inStock'],
  ['a column that is not known', { ...good, colour: 'red' }, 'colour'],
])('lists a row with %s, by line and reason, and still reads the others', (_, row, reason) => {
  const read = readTable([good, row, { ...good, id: 'another' }]);
  expect(read.drives).toHaveLength(2);
  expect(read.bad).toEqual([{ line: 3, reason: expect.stringContaining(reason) }]);
});

it('sees an id that stands there twice, and says where', () =>
  expect(readTable([good, good]).bad).toEqual([{ line: 3, reason: expect.stringContaining('line 2') }]));

it('reads a decimal comma', () =>
  expect(readTable([{ ...good, 'height.mm': '9,5' }]).drives[0]).toMatchObject({ height: { mm: 9.5 } }));

it('does not let a heading reach what every object inherits', () => {
  readTable([{ ...good, '__proto__.polluted': 'yes', 'constructor.prototype.polluted': 'yes' }]);
  expect(({} as Record<string, unknown>)['polluted']).toBeUndefined();
});
