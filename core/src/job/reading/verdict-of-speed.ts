import { explainSpeed, type SpeedVerdict } from '../../prove/index.js';
import { lastSpeed } from './measured.js';
import type { JobState } from '../shape/state.js';
import { mainDrive } from './changes.js';

/**
 * What the last measurement after the swap says, against what drive and slot agree on. Null: nothing was
 * measured, or no drive is in.
 */
export function verdictOfSpeed(
  job: Pick<JobState, 'changes' | 'speeds' | 'newReports'>,
): SpeedVerdict | null {
  const after = lastSpeed(job.speeds, 'after');
  const drive = mainDrive(job);
  if (!after || !drive) return null;
  return explainSpeed(drive.link, drive.drive, after.readBytesPerSecond, {
    onMains: after.onMains,
    celsius: after.celsius ?? job.newReports.at(-1)?.report.temperatureC ?? null,
    warningCelsius: null,
  });
}
