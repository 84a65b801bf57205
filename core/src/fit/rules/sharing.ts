import { sayDrive } from '../../hardware/index.js';
import { fits, no } from '../finding.js';
import { linkOf } from '../link.js';
import { sameFamily, type Rule } from '../rule.js';

const SAY = { nvme: 'NVMe', sata: 'SATA' } as const;

/** What this slot loses to, or takes from, a drive in another slot of the machine. */
export const sharing: Rule = {
  id: 'sharing',
  name: 'Shares with',
  at(place) {
    const { slot, others } = place;
    const holds = (id: string) => others.some((one) => one.slotId === id);
    const here = place.sharing.filter((rule) => rule.slot === slot.id);
    // The other way about: this drive would put the one over there out of work.
    const there = place.sharing.filter(
      (rule) => rule.kind === 'only-while-empty' && rule.unless === slot.id && holds(rule.slot),
    );
    if (here.length + there.length === 0) return null;
    return (drive) => {
      if (!sameFamily(slot, drive)) return null;
      const { protocol } = drive.link;
      for (const rule of here) {
        if (rule.kind !== 'only-while-empty' || !holds(rule.unless)) continue;
        if (rule.protocol !== null && rule.protocol !== protocol) continue;
        return no(() => ({
          have: rule.protocol ? SAY[rule.protocol] : sayDrive(drive),
          need: `${rule.unless} empty`,
          sentence: `It works here only while ${rule.unless} is empty, and that one holds a drive.`,
        }));
      }
      const silenced = there.find((rule) => {
        const other = others.find((one) => one.slotId === rule.slot);
        return (
          rule.kind === 'only-while-empty' && (rule.protocol === null || rule.protocol === other?.protocol)
        );
      });
      if (silenced)
        return no(() => ({
          have: sayDrive(drive),
          need: `${slot.id} empty`,
          sentence: `With a drive in this slot the one in ${silenced.slot} is no longer seen: they share a port.`,
        }));
      const shared = here.find((rule) => rule.kind === 'lanes' && holds(rule.with));
      if (shared?.kind === 'lanes')
        return fits(() => ({
          have: linkOf(place, drive)?.say ?? protocol,
          need: `×${shared.lanes} kept`,
          sentence: `It shares lanes with ${shared.with}, which holds a drive: ×${shared.lanes} is left here.`,
        }));
      return fits(() => ({
        have: 'alone',
        need: 'alone',
        sentence: 'What it shares lanes or a port with is empty.',
      }));
    };
  },
};
