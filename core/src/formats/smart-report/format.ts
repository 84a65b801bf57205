import { mapReading, ofJson, type Format } from '../format.js';
import { smartReportOf } from './read.js';

export const smartReport: Format = {
  id: 'smart-report',
  say: 'smartctl --json -x',
  sniff: (file) => file.hasField('smartctl'),
  read: (file) =>
    mapReading(ofJson(file, 'self-report of smartctl', smartReportOf), (report) => ({
      gives: 'self-report',
      printed: report,
      report,
    })),
};
