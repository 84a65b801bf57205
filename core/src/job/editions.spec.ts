import { readFileSync } from 'node:fs';
import path from 'node:path';
import { jobAt } from '../testing/walks.js';
import { evolve, isReadable } from './evolve.js';
import { definitionOf, inTodaysShape, JobEventSchema, type JobEvent } from './events/index.js';

/**
 * One event of every kind there was on the day the second edition began, as it lay in the log. Never made
 * anew.
 */
const SECOND_BEGUN = path.join(import.meta.dirname, '../testing/editions/second-begun/events.json');

describe('events of an earlier edition', () => {
  const events = JSON.parse(readFileSync(SECOND_BEGUN, 'utf8')) as JobEvent[];

  it.each(events.map((event) => [event.type, event] as const))(
    'are read, and go into a job: %s',
    (_, event) => {
      expect(isReadable(event)).toBe(true);
      const full = inTodaysShape(event);
      expect(JobEventSchema.parse(full)).toEqual(full);
      for (const { job } of [jobAt('diagnose'), jobAt('swap'), jobAt('hand-over')])
        expect(
          evolve(job, {
            seq: job.seq + 1,
            at: '2026-04-20T12:00:00.000Z',
            by: job.openedBy,
            commandId: 'c',
            event: full,
          }).seq,
        ).toBe(job.seq + 1);
    },
  );

  it.each(events.map((event) => [event.type, event] as const))(
    'are told in words, not in codes: %s',
    (_, event) => {
      for (const { job } of [jobAt('diagnose'), jobAt('hand-over')]) {
        const line = definitionOf(event.type).tells(inTodaysShape(event), job);
        if (line !== null)
          expect(line.replace(/\b[KMGT]iB\b/g, '')).not.toMatch(
            /undefined|null|\[object|\b[a-z]+[A-Z]|[a-z]+-[a-z]+-[a-z]+|(^|\W)(in|out):[a-z]/,
          );
      }
    },
  );

  it('are of every kind that there was', () => expect(new Set(events.map((one) => one.type)).size).toBe(84));
});
