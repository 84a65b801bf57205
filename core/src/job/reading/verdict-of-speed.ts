import { explainSpeed, type SpeedVerdict } from '../../prove/index.js';
import { lastSpeed } from './measured.js';
import type { JobState } from '../shape/state.js';

/**
 * What the last measurement after the swap says, against what drive and slot agree on. Null: nothing was
 * measured, or no drive is in.
 */
export function verdictOfSpeed(job: Pick<JobState, 'choice' | 'speeds' | 'newReports'>): SpeedVerdict | null {
  const after = lastSpeed(job.speeds, 'after');
  if (!after || !job.choice) return null;
  return explainSpeed(job.choice.link, job.choice.drive, after.readBytesPerSecond, {
    onMains: after.onMains,
    celsius: after.celsius ?? job.newReports.at(-1)?.report.temperatureC ?? null,
    warningCelsius: null,
  });
}
