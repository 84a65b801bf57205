import { SAY_CHANGE, type Change, type ChangeKind } from '../shape/change.js';
import type { JobState } from '../shape/state.js';

type Said = Pick<Change, 'kind' | 'place' | 'thing' | 'slot' | 'original'>;

/** `add a drive, Pellow P3 2 TB into socket 2` */
export function sayChange({ kind, place, thing, slot }: Said): string {
  const what = SAY_CHANGE[kind].charAt(0).toLowerCase() + SAY_CHANGE[kind].slice(1);
  if (thing) return `${what}, ${thing.label}${place ? ` into ${place}` : ''}`;
  const which = slot?.fitted?.label ?? '';
  return [what, which, place && `at ${place}`].filter(Boolean).join(', ');
}

const SHORT: Record<ChangeKind, { readonly one: string; readonly more: string }> = {
  'replace-drive': { one: 'a drive', more: 'drives' },
  'add-drive': { one: 'a drive', more: 'drives' },
  'take-out-drive': { one: 'a drive out', more: 'drives out' },
  'move-drive': { one: 'a drive moved', more: 'drives moved' },
  'leave-unplugged': { one: 'a drive left unplugged', more: 'drives left unplugged' },
  memory: { one: 'memory', more: 'memory' },
  battery: { one: 'a battery', more: 'batteries' },
  wireless: { one: 'a wireless card', more: 'wireless cards' },
  cooling: { one: 'cooling', more: 'cooling' },
  cure: { one: 'a cure', more: 'cures' },
  look: { one: 'a look', more: 'looks' },
};
const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six'];

/** The whole list in a line: `two drives, memory`; empty: nothing is planned. */
export function sayChanges({ changes }: Pick<JobState, 'changes'>): string {
  const sums = new Map<string, { words: (typeof SHORT)[ChangeKind]; count: number }>();
  for (const { kind } of changes) {
    const words = SHORT[kind];
    const sum = sums.get(words.more);
    sums.set(words.more, { words, count: (sum?.count ?? 0) + 1 });
  }
  return [...sums.values()]
    .map(({ words, count }) =>
      count === 1 || words.one === words.more ? words.one : `${NUMBERS[count] ?? count} ${words.more}`,
    )
    .join(', ');
}
