import fc from 'fast-check';
import {
  applyMove,
  EMPTY,
  freeOf,
  MOVE_KINDS,
  StockMoveSchema,
  type Level,
  type StockMove,
} from './stock.js';

const move = (kind: StockMove['kind'], quantity: number, own: Partial<StockMove> = {}): StockMove =>
  StockMoveSchema.parse({ kind, quantity, ...own });
const after = (...moves: StockMove[]): Level =>
  moves.reduce((level, one) => {
    const moved = applyMove(level, one);
    if (!moved.ok) throw new Error(moved.sentence);
    return moved.level;
  }, EMPTY);

it('keeps what is reserved on the shelf, but not free', () => {
  const level = after(move('received', 3), move('reserved', 2));
  expect(level).toMatchObject({ onShelf: 3, reserved: 2 });
  expect(freeOf(level)).toBe(1);
});

it('lends only what is free, to somebody, and takes it back', () => {
  const level = after(move('received', 3), move('reserved', 2));
  expect(applyMove(level, move('lent', 1))).toMatchObject({ ok: false, sentence: 'Say who has it.' });
  expect(applyMove(level, move('lent', 2, { note: 'boatyard' }))).toMatchObject({
    ok: false,
    sentence: 'Only 1 are free to be lent.',
  });
  expect(
    after(move('received', 3), move('lent', 2, { note: 'boatyard' }), move('returned', 2)),
  ).toMatchObject({ onShelf: 3, lent: 0 });
});

it('counts an order down as it comes, with the last promise', () => {
  const level = after(
    move('ordered', 5, { dueOn: '2026-05-02' }),
    move('ordered', 1, { dueOn: '2026-05-01' }),
    move('received', 4),
  );
  expect(level).toMatchObject({ onShelf: 4, ordered: 2, dueOn: '2026-05-02' });
  expect(after(move('ordered', 5, { dueOn: '2026-05-02' }), move('cancelled', 5)).dueOn).toBeNull();
});

it('does not count below what is reserved', () =>
  expect(applyMove(after(move('received', 3), move('reserved', 2)), move('counted', 1))).toMatchObject({
    ok: false,
  }));

it('never goes below nothing, whatever is done', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          kind: fc.constantFrom(...MOVE_KINDS),
          quantity: fc.nat(6),
          jobId: fc.constantFrom(null, 'a job'),
        }),
        {
          maxLength: 40,
        },
      ),
      (moves) => {
        let level = EMPTY;
        for (const one of moves) {
          const moved = applyMove(level, move(one.kind, one.quantity, { note: 'x', jobId: one.jobId }));
          if (moved.ok) level = moved.level;
        }
        expect(Math.min(level.onShelf, level.reserved, level.lent, level.ordered)).toBeGreaterThanOrEqual(0);
        expect(level.reserved).toBeLessThanOrEqual(level.onShelf);
      },
    ),
  );
});
