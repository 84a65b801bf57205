import { mapReading, ofText, type Format } from '../format.js';
import { readPartList } from './read.js';

export const partList: Format = {
  id: 'petrichor-part-list',
  say: 'petrichor-part-list',
  sniff: (file) => file.isOwn('petrichor-part-list'),
  read: (file) => mapReading(ofText(file, readPartList), (printed) => ({ gives: 'knowledge', printed })),
};
