import type { MoveFacts } from '@petrichor/core';
import type { ChoiceOption } from '../../ui/choice';

type Chosen = 'reads' | 'system' | 'encryption' | 'boot' | 'secureBoot' | 'storageMode' | 'reach';

export interface Fact {
  readonly id: Chosen;
  readonly ask: string;
  readonly options: readonly ChoiceOption<string>[];
}

const fact = <K extends Chosen>(id: K, ask: string, options: readonly (readonly [value: MoveFacts[K], label: string])[]): Fact => ({
  id,
  ask,
  options: options.map(([value, label]) => ({ value: String(value), label })),
});

/** What is asked before data goes across. A new question: a field of `MoveFacts`, and a line here. */
export const FACTS: readonly Fact[] = [
  fact('reads', 'How the old drive reads', [
    ['unknown', 'as its report says'],
    ['sound', 'soundly'],
    ['bad-areas', 'bad areas'],
    ['failing', 'failing'],
    ['dead', 'not at all'],
  ]),
  fact('system', 'Its system', [
    ['unknown', 'not looked at'],
    ['sound', 'sound'],
    ['damaged', 'damaged'],
  ]),
  fact('encryption', 'Disk encryption', [
    ['unknown', 'not known'],
    ['none', 'none'],
    ['unlocked', 'open'],
    ['paused', 'paused'],
    ['locked', 'locked'],
  ]),
  fact('reach', 'Both drives at once', [
    ['unknown', 'not known'],
    ['dock', 'in the dock'],
    ['spare-slot', 'spare slot'],
    ['none', 'nowhere'],
  ]),
  fact('secureBoot', 'Secure Boot', [
    ['unknown', 'not looked'],
    ['on', 'on'],
    ['off', 'off'],
  ]),
  fact('storageMode', 'Storage mode in the firmware', [
    ['unknown', 'not looked'],
    ['same', 'stays'],
    ['changes', 'changes'],
  ]),
  fact('boot', 'It starts by', [
    ['unknown', 'not looked'],
    ['uefi', 'UEFI'],
    ['bios', 'BIOS'],
  ]),
];
