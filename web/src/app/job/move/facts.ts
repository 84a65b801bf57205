import type { MoveFacts } from '@petrichor/core/move';
import type { ChoiceOption } from '../../ui/choice';

type Chosen = 'reads' | 'system' | 'encryption' | 'boot' | 'secureBoot' | 'storageMode' | 'reach';

export interface Fact {
  readonly id: Chosen;
  readonly ask: string;
  readonly options: readonly ChoiceOption<string>[];
}

const fact = <K extends Chosen>(
  id: K,
  ask: string,
  options: readonly (readonly [value: MoveFacts[K], label: string])[],
): Fact => ({
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
    ['yes', 'encrypted'],
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

export type Counted =
  'programs' | 'files' | 'targetSectors' | 'oldReadBytesPerSecond' | 'newWriteBytesPerSecond';

/** What is counted or measured. `per`: what one of the unit is in the fact's own. */
export const COUNTS: readonly {
  readonly id: Counted;
  readonly ask: string;
  readonly unit: string;
  readonly per: number;
  readonly hint: string;
}[] = [
  {
    id: 'programs',
    ask: 'Programs to set up by hand',
    unit: '',
    per: 1,
    hint: 'Empty: not counted, about 20 are reckoned with.',
  },
  { id: 'files', ask: 'Files to bring over', unit: '', per: 1, hint: 'Empty: reckoned from what is used.' },
  { id: 'targetSectors', ask: 'Sectors the new drive reports', unit: '', per: 1, hint: '' },
  {
    id: 'oldReadBytesPerSecond',
    ask: 'The old drive reads, measured',
    unit: 'MB/s',
    per: 1e6,
    hint: 'Empty: the maker’s word, else what is usual.',
  },
  {
    id: 'newWriteBytesPerSecond',
    ask: 'The new drive keeps up writing',
    unit: 'MB/s',
    per: 1e6,
    hint: 'Once its fast cache is full.',
  },
];
