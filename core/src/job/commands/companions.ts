import * as z from 'zod';
import { oneLine } from '../../units/index.js';
import {
  judgeBattery,
  judgeMemory,
  judgeWireless,
  toFinding,
  unknown,
  type Finding,
} from '../../fit/index.js';
import { companionsOf, type MachineModel, type Part } from '../../hardware/index.js';
import { rollableIn } from '../reading/changes.js';
import { originalOf } from '../reading/old-drives.js';
import { CompanionKindSchema } from '../shape/companion.js';
import { accept, HANDS, command, refuse } from './define.js';

/** Memory, a wireless card or a battery goes in; it has so many minutes to prove itself. */
export const fitCompanion = command('fit-companion', {
  shape: {
    companionId: z.uuid(),
    kind: CompanionKindSchema,
    partId: z.string(),
    original: oneLine().max(80),
    limitMinutes: z
      .number('Say how many minutes it gets.')
      .int()
      .min(5, 'Five minutes at least.')
      .max(480, 'Eight hours are the most.'),
  },
  by: HANDS,
  asks: ['model', 'parts'],
  decide: (job, { companionId, kind, partId, original, limitMinutes }, { knowledge, roles }) => {
    const part = knowledge.parts().find((one) => one.id === partId && one.kind === kind);
    const model = knowledge.model(job.intake.modelId);
    if (!part || !model) return refuse('unknown-part');
    if (part.inStock < 1) return refuse('part-not-in-stock', { name: part.name });
    const findings = judgeCompanion(model, part);
    const against =
      findings.find((one) => one.outcome === 'no') ??
      findings.find((one) => one.outcome === 'unknown' && one.couldChange);
    if (against && !roles.includes('lead'))
      return refuse(against.outcome === 'no' ? 'does-not-go' : 'cannot-say', { because: against.sentence });
    return accept({
      type: 'companion-fitted',
      companionId,
      kind,
      partId,
      label: part.name,
      priceMinor: part.priceMinor,
      original,
      limitMinutes,
    });
  },
});

/**
 * What the rules say of a part as a companion of this model. Where the model names no place for it, nobody
 * can say: never silence.
 */
export function judgeCompanion(model: MachineModel, part: Part): readonly Finding[] {
  const { memory, wireless, battery } = companionsOf(model);
  if (part.kind === 'memory' && memory)
    return judgeMemory(memory, [part, ...memory.sockets.slice(1).map(() => null)]).findings;
  if (part.kind === 'wireless' && wireless) return judgeWireless(wireless, part);
  if (part.kind === 'battery' && battery) return judgeBattery(battery, part);
  const { name, kind } = part;
  return [
    toFinding(
      { id: `${kind}-place`, name: 'Place' },
      unknown(() => ({
        have: name,
        need: 'not known',
        sentence: `Cannot say: the document of this model names no place for ${SAY_PLACE[kind] ?? 'that'}. Compare ${name} with what is in: size, plug, order of the wires.`,
      })),
    ),
  ];
}

const SAY_PLACE: Readonly<Record<string, string>> = {
  memory: 'memory',
  wireless: 'a wireless card',
  battery: 'a battery',
};

export const judgeTrial = command('judge-companion', {
  shape: {
    companionId: z.string(),
    outcome: z.enum(['works', 'rolled-back']),
    note: z.string().trim().max(300),
  },
  by: HANDS,
  decide: (job, { companionId, outcome, note }) => {
    const one = rollableIn(job).find((known) => known.id === companionId);
    if (!one) return refuse('unknown-companion');
    if (one.judged !== null) return refuse('judged', { label: one.thing?.label ?? '' });
    if (outcome === 'rolled-back' && note.length < 3) return refuse('why-not-working');
    return accept({ type: 'companion-judged', companionId, outcome, note });
  },
});

/** Roll-back goes in order: the original in, then the part back to the shelf. */
export const undoCompanion = command('undo-companion', {
  shape: {
    companionId: z.string(),
    step: z.enum(['original-refitted', 'part-returned']),
  },
  by: HANDS,
  decide: (job, { companionId, step }) => {
    const one = rollableIn(job).find((known) => known.id === companionId);
    const original = one ? originalOf(job, one) : '';
    if (one?.judged?.outcome !== 'rolled-back') return refuse('not-rolled-back');
    if (step === 'part-returned' && original !== '' && !one.originalRefitted)
      return refuse('original-first', { original });
    if (step === 'original-refitted' ? one.originalRefitted : one.partReturned) return refuse('done');
    return accept({ type: 'companion-undone', companionId, step });
  },
});
