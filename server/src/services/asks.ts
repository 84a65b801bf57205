import { shippedDiagnosis, USUAL_POLICY, USUAL_PRICING, type JobCommand, type Knowledge } from '@petrichor/core';

/** What a kind of command may look up. A command that is on no list looks nothing up: most do not. */
const ASKS: Readonly<Record<'model' | 'diagnosis' | 'policy' | 'parts' | 'pricing', ReadonlySet<JobCommand['type']>>> = {
  model: new Set([
    'offer',
    'agree',
    'fit-companion',
    'choose-drive',
    'override-fit',
    'look',
    'adapt',
    'advance',
    'turn-off-setting',
    'scout',
    'turn-back',
  ]),
  diagnosis: new Set(['amend-intake', 'observe', 'read-report', 'read-listing', 'state-stake', 'conclude', 'confirm-causes', 'end-run']),
  policy: new Set(['advance', 'scout', 'offer']),
  parts: new Set(['choose-drive', 'override-fit', 'offer', 'agree', 'fit-companion']),
  pricing: new Set(['offer', 'cure', 'end-early']),
};

export type Asked = keyof typeof ASKS;
export const asks = (command: JobCommand, what: Asked): boolean => ASKS[what].has(command.type);

/** Drives by the ids that the command names. */
export const drivesAsked = (command: JobCommand): readonly string[] =>
  command.type === 'offer' ? command.options.map((one) => one.driveId) : 'driveId' in command ? [command.driveId] : [];

/** What is looked up for a command of all that is known: the rest is as if nobody had said. The browser has all of it at hand. */
export function narrowed(all: Knowledge, command: JobCommand): Knowledge {
  const has = (what: Asked) => asks(command, what);
  const drives = drivesAsked(command);
  return {
    model: (id) => (has('model') ? all.model(id) : undefined),
    drive: (id) => (drives.includes(id) ? all.drive(id) : undefined),
    parts: () => (has('parts') ? all.parts() : []),
    diagnosis: has('diagnosis') ? (about) => all.diagnosis(about) : shippedDiagnosis,
    policy: () => (has('policy') ? all.policy() : USUAL_POLICY),
    pricing: () => (has('pricing') ? all.pricing() : USUAL_PRICING),
  };
}
