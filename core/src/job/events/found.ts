import * as z from 'zod';
import { FoundSchema, SAY_FOUND, SAY_FOUND_HOW, SAY_PLACE_PART, type Found } from '../shape/found.js';
import { stamp } from '../shape/stamp.js';
import { event } from './define.js';
import { andNote } from './tell.js';

/** What is in some places of this machine; null: nobody looked after all. */
export const found = event('found', {
  shape: {
    places: z.array(z.strictObject({ id: z.string(), label: z.string() })).min(1),
    found: FoundSchema.nullable(),
  },
  evolve: (job, { places, found: now }, meta) => {
    const ids = new Set(places.map(({ id }) => id));
    const others = Object.entries(job.found).filter(([id]) => !ids.has(id));
    const own = now === null ? [] : places.map(({ id }) => [id, { ...now, ...stamp(meta) }] as const);
    return { ...job, found: Object.fromEntries([...others, ...own]) };
  },
  tells: ({ places, found: now }) =>
    `${places.map(({ label }) => label).join(', ')}: ${now === null ? 'nobody looked, after all' : sayFound(now)}.`,
});

function sayFound({ is, holds, missing, screws, note, how }: Found): string {
  const said = [
    is === 'holds' && holds ? `holds ${holds.label}` : SAY_FOUND[is],
    ...missing.map((one) => `${SAY_PLACE_PART[one]} missing`),
    ...(screws === null ? [] : [`${screws} ${screws === 1 ? 'screw' : 'screws'} there`]),
  ];
  return `${said.join(', ')}, ${SAY_FOUND_HOW[how]}${andNote(note)}`;
}
