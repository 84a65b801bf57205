import { sayItem, stillOut, trayWaiverCode } from '../tray.js';
import { must, should, type Gate } from './gate.js';

/** Nothing left open: the tray is empty, or somebody says why it is not. */
export const handOver: Gate = (job) => {
  const missing = stillOut(job)
    .filter((item) => item.kind !== 'drive')
    .map((item) => should(trayWaiverCode(item), `Still on the tray: ${sayItem(item)}.`));
  const driveOut = stillOut(job).some((item) => item.kind === 'drive');
  if (driveOut || (job.choice && !job.endedEarly && !job.oldDriveFate)) missing.push(must('old-drive', 'Say where the old drive goes.'));
  return missing;
};
