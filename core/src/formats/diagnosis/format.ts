import { mapReading, ofText, type Format } from '../format.js';
import { readDiagnosis } from './read.js';

export const diagnosis: Format = {
  id: 'petrichor-diagnosis',
  say: 'petrichor-diagnosis',
  sniff: (file) => file.isOwn('petrichor-diagnosis'),
  read: (file) => mapReading(ofText(file, readDiagnosis), (printed) => ({ gives: 'knowledge', printed })),
};
