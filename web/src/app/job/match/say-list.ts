import type { Verdict } from '@petrichor/core/fit';
import { goes, type Row } from './change-list';

const NUMBERS = ['None', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine'];
const ALL = ['', 'It fits', 'Both fit', 'All three fit', 'All four fit', 'All five fit', 'All six fit'];

/** The sentence over the list; of a single change it is the sentence of what is looked at. */
export function sayList(
  rows: readonly Row[],
  inHand: Verdict | null,
): { readonly say: string; readonly because: string } {
  if (rows.length === 0)
    return { say: 'Nothing is planned.', because: 'Press A, or a place of the machine, to plan a change.' };
  if (rows.length === 1)
    return inHand
      ? { say: inHand.headline, because: inHand.because }
      : { say: 'One change, with nothing to fit.', because: '' };
  const fit = rows.filter(({ change }) => goes(change) || change.override !== null).length;
  const extras = rows.reduce((sum, { change }) => sum + (change.verdict?.extras.length ?? 0), 0);
  const say =
    fit === rows.length
      ? `${ALL[fit] ?? `All ${fit} fit`}${extras === 0 ? '' : `, with ${(NUMBERS[extras] ?? String(extras)).toLowerCase()} ${extras === 1 ? 'extra' : 'extras'}`}.`
      : `${NUMBERS[fit] ?? fit} of ${(NUMBERS[rows.length] ?? String(rows.length)).toLowerCase()} fit.`;
  return { say, because: 'Minutes are what each adds. Press a number to leave it out.' };
}
