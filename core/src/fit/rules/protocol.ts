import { isBay, type Drive, type DriveLink, type Slot } from '../../hardware/index.js';
import { aside, fits, no } from '../finding.js';
import { oncePer, sameFamily, type Rule } from '../rule.js';

const SAY = { nvme: 'NVMe', sata: 'SATA', pata: 'PATA' } as const;

/** Drive and slot have a protocol in common. */
export const protocol: Rule = {
  id: 'protocol',
  name: 'Speaks',
  restsOn: ['protocols'],
  isFinal: true,
  at({ slot }) {
    const heard = protocolsOf(slot);
    const heardWords = heard.map((one) => SAY[one]).join(' or ') || 'wireless cards only';
    if (slot.kind === 'msata' && slot.wiredFor === 'not-known')
      return (drive) => (sameFamily(slot, drive) ? lookAtWiring(slot.label) : null);
    return oncePer(
      (drive) => `${drive.family} ${drive.link.protocol} ${drive.family === 'm2' ? drive.key : ''}`,
      (drive) => {
        if (!sameFamily(slot, drive)) return null;
        const spoken = drive.link.protocol;
        const told = { have: SAY[spoken], need: heardWords };
        return heard.includes(spoken)
          ? fits(() => ({ ...told, sentence: `Both speak ${SAY[spoken]}.` }))
          : no(() => ({ ...told, sentence: wrongProtocol(slot, drive, SAY[spoken], heardWords) }));
      },
    );
  },
};

function protocolsOf(slot: Slot): readonly DriveLink['protocol'][] {
  if (slot.kind === 'm2') return slot.protocols;
  if (slot.kind === 'msata') return slot.wiredFor === 'sata' ? ['sata'] : [];
  return isBay(slot) ? [slot.connector.endsWith('sata') ? 'sata' : 'pata'] : [];
}

function wrongProtocol(slot: Slot, drive: Drive, spoken: string, heard: string): string {
  if (slot.kind === 'msata')
    return 'It goes in but is never seen: this socket has the shape of mSATA and is wired for wireless cards only.';
  return drive.family === 'm2' && drive.key === 'B+M'
    ? `It goes in but will not run: the drive speaks ${spoken}, this socket is wired for ${heard} only.`
    : `Will not run: the drive speaks ${spoken}, the slot ${heard}.`;
}

const lookAtWiring = (label: string) => ({
  ...aside(() => ({
    have: 'SATA',
    need: 'not known',
    sentence: `Cannot say yet: sockets of this shape are wired for SATA or for wireless cards. Look what ${label} held, or what the manual calls it.`,
    settles: {
      of: 'slot' as const,
      key: 'wiredFor',
      ask: `What was in ${label}, or what does the manual call it?`,
      choices: [
        { value: 'sata', say: 'a storage card (mSATA)' },
        { value: 'cards-only', say: 'a wireless card (mini PCIe)' },
      ],
    },
  })),
  couldChange: true,
});
