import type { FileContent } from '../content.js';
import { mapReading, ofJson, type Format } from '../format.js';
import { parseJson } from '../json-document.js';
import { fioOf, fioTextOf } from './read.js';

/** What fio says before its JSON is passed over. */
const behindWords = ({ start }: FileContent): string | null =>
  start.startsWith('{') ? null : fioTextOf(start);
const WHAT = 'result of fio';

export const fio: Format = {
  id: 'fio',
  say: 'fio --output-format=json',
  sniff: (file) => behindWords(file) !== null || file.hasField('fio version'),
  read: (file) => {
    const behind = behindWords(file);
    const parsed =
      behind === null ? ofJson(file, WHAT, (value) => ({ ok: true, value })) : parseJson(behind, WHAT);
    return parsed.ok ? mapReading(fioOf(parsed.value), (speed) => ({ gives: 'speed', speed })) : parsed;
  },
};
