import type { OpeningChange } from './case.js';

/** What a start should show of a change; null: nothing shows at a start. */
export function expected(
  { kind, drive, part }: OpeningChange,
  place: string,
  old: string | null,
): string | null {
  switch (kind) {
    case 'replace-drive':
    case 'add-drive':
      return `${drive ?? 'the new drive'} listed in ${place}`;
    case 'move-drive':
      return `${old ?? 'the drive'} listed in ${place}`;
    case 'take-out-drive':
    case 'leave-unplugged':
      return `${old ?? 'the old drive'} not listed any more`;
    case 'memory':
      return `${part ?? 'the module'} counted: all that is in, at its speed`;
    case 'battery':
      return 'battery seen, and charging on mains';
    case 'wireless':
      return 'card seen, and both its radios find something';
    case 'cooling':
      return 'fans turn, and it gets no hotter than before';
    case 'look':
      return null;
  }
}
