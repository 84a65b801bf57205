import * as z from 'zod';

/** A drive or a small part of the shelf. */
export const ItemRefSchema = z.strictObject({
  kind: z.enum(['drive', 'part']),
  id: z.string().min(1).max(60),
});
export type ItemRef = z.infer<typeof ItemRefSchema>;

/** How many of an item are where. */
export const LevelSchema = z.strictObject({
  /** Lying on the shelf, those reserved for a job among them. */
  onShelf: z.number().int().min(0),
  reserved: z.number().int().min(0),
  /** Given out, to come back. */
  lent: z.number().int().min(0),
  ordered: z.number().int().min(0),
  /** When what is ordered should come. */
  dueOn: z.iso.date().nullable(),
});
export type Level = z.infer<typeof LevelSchema>;

export const EMPTY: Level = { onShelf: 0, reserved: 0, lent: 0, ordered: 0, dueOn: null };

/** Free to be taken: there, and reserved for nobody. */
export const freeOf = ({ onShelf, reserved }: Level): number => Math.max(0, onShelf - reserved);

export const MOVE_KINDS = [
  'received',
  'used',
  'counted',
  'reserved',
  'released',
  'lent',
  'returned',
  'ordered',
  'cancelled',
] as const;

/** Something that happened to an item of the shelf. */
export const StockMoveSchema = z.strictObject({
  kind: z.enum(MOVE_KINDS),
  quantity: z
    .number('How many?')
    .int('Whole pieces.')
    .min(0, 'Not below 0.')
    .max(100_000, 'At most 100 000.'),
  /** The job it is for; null: none. */
  jobId: z.string().nullable().default(null),
  /** Who has it, from whom it comes, or why. */
  note: z.string().trim().max(200).default(''),
  dueOn: z.iso.date('A day, as year-month-day.').nullable().default(null),
});
export type StockMove = z.infer<typeof StockMoveSchema>;

type StockMoved =
  { readonly ok: true; readonly level: Level } | { readonly ok: false; readonly sentence: string };

type Moving = (level: Level, quantity: number, move: StockMove) => StockMoved;

/** What each kind of move does to a level, and what it refuses. */
const MOVES: { readonly [K in StockMove['kind']]: Moving } = {
  received: (level, n) => {
    const left = Math.max(0, level.ordered - n);
    const dueOn = left === 0 ? null : level.dueOn;
    return done({ ...level, onShelf: level.onShelf + n, ordered: left, dueOn });
  },
  used: (level, n, { jobId }) => {
    const { onShelf, reserved } = level;
    // What a job had reserved goes out with it.
    const free = jobId === null ? freeOf(level) : onShelf;
    if (n > free) return refuse(`Only ${free} are free on the shelf. Count it first, if there are more.`);
    const still = jobId === null ? reserved : Math.max(0, reserved - n);
    return done({ ...level, onShelf: onShelf - n, reserved: still });
  },
  counted: (level, n) =>
    n < level.reserved
      ? refuse(`${level.reserved} are reserved for jobs: release some first, then count ${n}.`)
      : done({ ...level, onShelf: n }),
  reserved: (level, n) =>
    n > freeOf(level)
      ? refuse(`Only ${freeOf(level)} are free.`)
      : done({ ...level, reserved: level.reserved + n }),
  released: (level, n) =>
    n > level.reserved
      ? refuse(`Only ${level.reserved} are reserved.`)
      : done({ ...level, reserved: level.reserved - n }),
  lent: (level, n, { note }) => {
    if (note === '') return refuse('Say who has it.');
    return n > freeOf(level)
      ? refuse(`Only ${freeOf(level)} are free to be lent.`)
      : done({ ...level, onShelf: level.onShelf - n, lent: level.lent + n });
  },
  returned: (level, n) =>
    n > level.lent
      ? refuse(`Only ${level.lent} are lent.`)
      : done({ ...level, onShelf: level.onShelf + n, lent: level.lent - n }),
  ordered: (level, n, { dueOn }) =>
    done({ ...level, ordered: level.ordered + n, dueOn: later(level.dueOn, dueOn) }),
  cancelled: (level, n) => {
    const left = level.ordered - n;
    return left < 0
      ? refuse(`Only ${level.ordered} are on order.`)
      : done({ ...level, ordered: left, dueOn: left === 0 ? null : level.dueOn });
  },
};

/** The level after a move, or why it cannot be. */
export function applyMove(level: Level, move: StockMove): StockMoved {
  if (move.quantity === 0 && move.kind !== 'counted') return refuse('Say how many.');
  return MOVES[move.kind](level, move.quantity, move);
}

const done = (level: Level): StockMoved => ({ ok: true, level });
const refuse = (sentence: string): StockMoved => ({ ok: false, sentence });
/** A promise holds for the last of what is ordered. */
const later = (a: string | null, b: string | null): string | null =>
  a === null ? b : b === null || a > b ? a : b;
