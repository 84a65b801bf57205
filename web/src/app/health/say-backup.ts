import { sure } from '@petrichor/core/units';
import type { BackupReply } from '@petrichor/api';
import { sayWhen } from '../shell/promise';
import type { MarkName } from '../ui/state-mark';

/** How the backup stands, in a few words. */
export function sayBackup({ standing, madeAt, checkedAt }: BackupReply): { mark: MarkName; words: string } {
  switch (standing) {
    case 'good':
      return { mark: 'settled', words: `Backed up and checked ${sayWhen(sure(checkedAt))}` };
    case 'unchecked':
      return { mark: 'needs', words: `Backed up ${sayWhen(sure(madeAt))}, not checked yet` };
    case 'none':
      return { mark: 'needs', words: 'Nothing is backed up' };
    case 'old':
      return {
        mark: 'stop',
        words: madeAt ? `Last backed up ${sayWhen(madeAt)}` : 'The backup has not been made yet',
      };
    case 'failing':
      return {
        mark: 'stop',
        words: madeAt ? `The backup fails; the last one is of ${sayWhen(madeAt)}` : 'The backup fails',
      };
    case 'broken':
      return { mark: 'stop', words: 'The last backup does not come back whole' };
  }
}
