import type { OpeningKind } from './case.js';

/** Why what a change takes out stays out. */
export const WHY_OUT: Readonly<Partial<Record<OpeningKind, string>>> = {
  'replace-drive': 'the old drive, another one is in its place',
  'take-out-drive': 'taken out',
  memory: 'the old module',
  battery: 'the old battery',
  wireless: 'the old card',
};
