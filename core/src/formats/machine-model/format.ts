import { mapReading, ofText, type Format } from '../format.js';
import { readMachineModel } from './read.js';

export const machineModel: Format = {
  id: 'petrichor-machine-model',
  say: 'petrichor-machine-model',
  sniff: (file) => file.isOwn('petrichor-machine-model'),
  read: (file) => mapReading(ofText(file, readMachineModel), (printed) => ({ gives: 'knowledge', printed })),
};
