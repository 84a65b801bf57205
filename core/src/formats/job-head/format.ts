import * as z from 'zod';
import { checkDocument } from '../json-document.js';
import { mapReading, ofJson, type Format } from '../format.js';

/** Its events and photos are checked by whoever takes it in: here it is only told what it is. */
const HeadSchema = z.looseObject({
  format: z.literal('petrichor-job'),
  workshop: z.string(),
  exportedAt: z.string(),
  events: z.array(z.unknown()).min(1),
});

export const jobHead: Format = {
  id: 'petrichor-job',
  say: 'petrichor-job',
  sniff: (file) => file.isOwn('petrichor-job'),
  read: (file) =>
    mapReading(
      ofJson(file, 'job', (value) => checkDocument(value, HeadSchema, 'job')),
      ({ format, workshop, exportedAt, events }) => ({
        gives: 'job',
        printed: { format, workshop, exportedAt, events: events.length },
      }),
    ),
};
