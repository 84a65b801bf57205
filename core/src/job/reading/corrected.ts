import { judge, linkOf } from '../../fit/index.js';
import type { Change } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import type { Knowledge } from './knowledge.js';
import { placeOf } from './place-of.js';

/**
 * What became of the model since this job was agreed on, as far as it bears on the job: sentences. The job is
 * judged by what it was agreed on, and these say so.
 */
export function correctedSince(job: JobState, knowledge: Pick<Knowledge, 'model' | 'parts'>): string[] {
  const model = knowledge.model(job.intake.modelId);
  if (!model) return [];
  const { version } = model.guide;
  const walked = job.way?.guideVersion;
  return [
    ...job.changes.flatMap((change) => ofChange(job, change, knowledge)),
    ...(walked !== undefined && walked !== version
      ? [`The guide is version ${version} by now; this job is walked with version ${walked}.`]
      : []),
  ];
}

function ofChange(job: JobState, change: Change, knowledge: Pick<Knowledge, 'model' | 'parts'>): string[] {
  const { slot, thing, link, verdict, place: name } = change;
  if (!slot || !thing?.drive || !verdict) return [];
  const place = placeOf(job, slot.id, knowledge);
  if (!place) return [`The model has no ${name} any more. What was agreed stands.`];
  const now = linkOf(place, thing.drive);
  if (now?.say !== link?.say)
    return [
      `Otherwise by now: ${name} is ${now?.say ?? 'without a link for this drive'}, by the model and what was found. It was agreed and is judged as ${link?.say ?? 'not known'}.`,
    ];
  const judged = judge(place, thing.drive);
  return (judged.outcome === 'no') === (verdict.outcome === 'no')
    ? []
    : [`Otherwise by now: by the model and what was found, ${judged.headline} ${judged.because}`];
}
