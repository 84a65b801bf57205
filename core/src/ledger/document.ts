import * as z from 'zod';
import { PhotoHashSchema } from '../hardware/index.js';
import { findUnkeepable, sure } from '../units/index.js';
import { evolve, RecordedEventSchema, type JobState, type RecordedEvent } from '../job/index.js';

/**
 * A whole job in one file: every event as it was, and the photos they name. Sealed notes are never part of
 * it.
 */
export const JobDocumentSchema = z.strictObject({
  format: z.literal('petrichor-job'),
  workshop: z.string().max(80),
  exportedAt: z.iso.datetime(),
  events: z.array(RecordedEventSchema).min(1).max(50_000),
  photos: z.array(z.strictObject({ hash: PhotoHashSchema, jpegBase64: z.base64() })).max(500),
});
export type JobDocument = z.infer<typeof JobDocumentSchema>;

type ReadJob =
  | { readonly ok: true; readonly document: JobDocument; readonly job: JobState }
  | { readonly ok: false; readonly problem: string };

/** Reads a document and replays it; what does not make a job is refused with where it breaks. */
export function readJobDocument(text: string): ReadJob {
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    return no(`That is no JSON document: ${(error as Error).message}.`);
  }
  const wrong = findUnkeepable(json);
  if (wrong)
    return no(
      `At ${wrong.path || 'the top'} of that document is a character that cannot be kept (${wrong.character}).`,
    );
  const read = JobDocumentSchema.safeParse(json);
  if (!read.success) {
    const { path, message } = sure(read.error.issues[0]);
    return no(`That is no job of this program: at ${path.join('.') || 'the top'}: ${message}`);
  }
  const { events } = read.data;
  if (sure(events[0]).event.type !== 'job-opened')
    return no('A job begins with its opening; this document does not.');
  const gap = events.findIndex((one, at) => one.seq !== at + 1);
  if (gap >= 0)
    return no(
      `Event ${gap + 1} of the document has the number ${sure(events[gap]).seq}: something is missing, or stands in another order.`,
    );
  try {
    return { ok: true, document: read.data, job: sure(events.reduce<JobState | null>(evolve, null)) };
  } catch (error) {
    return no(`The events do not make a job: ${(error as Error).message}`);
  }
}

const no = (problem: string): ReadJob => ({ ok: false, problem });

/** Photos that a job names, each once. */
export function photosOf(events: readonly RecordedEvent[]): string[] {
  const found = new Set<string>();
  for (const { event } of events) {
    if (event.type === 'noted') event.photos.forEach((hash) => found.add(hash));
    if (event.type === 'job-opened' || event.type === 'intake-amended')
      event.intake.condition.photos.forEach((hash) => found.add(hash));
  }
  return [...found];
}
