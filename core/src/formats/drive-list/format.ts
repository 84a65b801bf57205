import { mapReading, ofText, type Format } from '../format.js';
import { readDriveList } from './read.js';

export const driveList: Format = {
  id: 'petrichor-drive-list',
  say: 'petrichor-drive-list',
  sniff: (file) => file.isOwn('petrichor-drive-list'),
  read: (file) => mapReading(ofText(file, readDriveList), (printed) => ({ gives: 'knowledge', printed })),
};
