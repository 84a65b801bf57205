import type { Drive, Slot } from '../../hardware/index.js';
import { finding } from '../finding.js';
import { sameFamily, type Rule } from '../rule.js';

const SAY = { nvme: 'NVMe', sata: 'SATA' } as const;

/** Drive and slot have a protocol in common. */
export const protocol: Rule = {
  id: 'protocol',
  name: 'Speaks',
  check(slot, drive) {
    if (!sameFamily(slot, drive)) return null;
    const spoken = drive.link.protocol;
    const heard = protocolsOf(slot);
    const agree = heard.includes(spoken);
    const heardWords = heard.map((one) => SAY[one]).join(' or ');
    return finding(this, {
      outcome: agree ? 'fits' : 'no',
      have: SAY[spoken],
      need: heardWords,
      sentence: agree ? `Both speak ${SAY[spoken]}.` : wrongProtocol(drive, SAY[spoken], heardWords),
    });
  },
};

const protocolsOf = (slot: Slot): readonly ('nvme' | 'sata')[] => (slot.kind === 'm2' ? slot.protocols : ['sata']);

const wrongProtocol = (drive: Drive, spoken: string, heard: string): string =>
  drive.family === 'm2' && drive.key === 'B+M'
    ? `It goes in but will not run: the drive speaks ${spoken}, this socket is wired for ${heard} only.`
    : `Will not run: the drive speaks ${spoken}, the slot ${heard}.`;
