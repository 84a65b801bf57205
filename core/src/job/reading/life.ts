import { mainDrive } from './changes.js';
import { isIn } from './fitted.js';
import { sayChange } from './say-change.js';
import { stands } from './expects.js';
import type { JobState } from '../shape/state.js';

/** One line of a machine's life: what was changed, read, seen, or photographed. */
export interface LifeLine {
  readonly at: string;
  readonly by: string;
  readonly say: string;
  readonly photos: readonly string[];
}

/** What one job added to the life of its machine, in order. What was only planned is not in it. */
export function lifeOf(job: JobState): LifeLine[] {
  return [
    ...readings(job),
    ...changesMade(job),
    ...job.notes
      .filter(({ kind, photos }) => kind === 'found' || kind === 'measure' || photos.length > 0)
      .map(({ at, by, text, photos }) => ({ at, by: by.name, say: text, photos })),
    ...(job.intake.condition.photos.length > 0
      ? [
          {
            at: job.openedAt,
            by: job.openedBy.name,
            say: job.intake.condition.words || 'How it looked when it came.',
            photos: job.intake.condition.photos,
          },
        ]
      : []),
  ].sort((a, b) => a.at.localeCompare(b.at));
}

function readings({ reports, speeds, shown, tried, proved, memoryShown }: JobState): LifeLine[] {
  const line = (at: string, by: { readonly name: string }, say: string): LifeLine => ({
    at,
    by: by.name,
    say,
    photos: [],
  });
  return [
    ...reports.map((one) => line(one.at, one.by, `Self-report read: ${one.name}.`)),
    ...speeds.map((one) =>
      line(
        one.at,
        one.by,
        `${one.when === 'before' ? 'Before' : 'After'}: read at ${Math.round(one.readBytesPerSecond / 1e6)} MB/s.`,
      ),
    ),
    ...Object.values(shown).flatMap(({ start, closed }) =>
      [start, closed].flatMap((one) => (one ? [line(one.at, one.by, one.sentence)] : [])),
    ),
    ...[tried, proved].flatMap((one) => (one ? [line(one.at, one.by, one.sentence)] : [])),
    ...(memoryShown ? [line(memoryShown.at, memoryShown.by, `Memory shown: ${memoryShown.gib} GiB.`)] : []),
  ];
}

/** Changes that are in; a plan that nobody carried out says nothing of the machine. */
function changesMade(job: JobState): LifeLine[] {
  const done = job.changes.filter((one) => isIn(job, one));
  const lines = done.map((change): LifeLine => {
    const { by, at } = change.fitted ?? job.closed ?? job.lastTouched;
    const serial = change.id === mainDrive(job)?.id ? job.serials.newDrive : job.shown[change.id]?.newSerial;
    const what = sayChange(change);
    const end = stands(change) ? '' : ', and out again';
    return {
      at,
      by: by.name,
      say: `${what.charAt(0).toUpperCase()}${what.slice(1)}${serial ? `, serial ${serial}` : ''}${end}.`,
      photos: [],
    };
  });
  if (!job.cured) return lines;
  const { by, at, what } = job.cured;
  return [...lines, { at, by: by.name, say: what, photos: [] }];
}
