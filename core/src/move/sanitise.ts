import * as z from 'zod';

/**
 * What NIST SP 800-88 (revision 1, table A; kept in revision 2) calls them: each undoes more effort than the
 * one before.
 */
export const SANITISE_LEVELS = ['clear', 'purge', 'destroy'] as const;
export const SanitiseMethodSchema = z.enum([
  'overwrite',
  'ata-secure-erase',
  'ata-sanitize',
  'nvme-format-crypto',
  'nvme-sanitize',
  'cryptographic-erase',
  'degauss',
  'shred',
]);
export type SanitiseMethod = z.infer<typeof SanitiseMethodSchema>;

interface Method {
  readonly id: SanitiseMethod;
  readonly say: string;
  readonly level: (typeof SANITISE_LEVELS)[number];
  /** What to know before it is chosen. */
  readonly note: string;
}

/** What a drive is, as far as sanitising goes: the same method comes to another level on another medium. */
export const SanitiseMediumSchema = z.strictObject({
  medium: z.enum(['flash', 'rotating']),
  protocol: z.enum(['nvme', 'sata', 'pata']),
});
type Medium = z.infer<typeof SanitiseMediumSchema>;
export type SanitiseMedium = Medium;

/** Every kind there is, as one asks for it: nobody guesses what is to be made unreadable. */
export const SANITISE_MEDIA: readonly (Medium & { readonly id: string; readonly say: string })[] = [
  { id: 'nvme', say: 'flash, NVMe', medium: 'flash', protocol: 'nvme' },
  { id: 'flash-sata', say: 'flash, SATA', medium: 'flash', protocol: 'sata' },
  { id: 'flash-pata', say: 'flash, PATA', medium: 'flash', protocol: 'pata' },
  { id: 'rotating-sata', say: 'mechanical, SATA', medium: 'rotating', protocol: 'sata' },
  { id: 'rotating-pata', say: 'mechanical, PATA', medium: 'rotating', protocol: 'pata' },
];
export const sayMedium = ({ medium, protocol }: Medium): string =>
  SANITISE_MEDIA.find((one) => one.medium === medium && one.protocol === protocol)?.say ?? medium;

type Level = Method['level'];
/** `levels`: what the method comes to on either medium; null: it does nothing there. */
type Known = Omit<Method, 'level'> & {
  readonly levels: Readonly<Record<Medium['medium'], Level | null>>;
  readonly only?: (protocol: Medium['protocol']) => boolean;
};

const both = (level: Level) => ({ flash: level, rotating: level }) as const;
const ata = (protocol: Medium['protocol']) => protocol !== 'nvme';
const nvme = (protocol: Medium['protocol']) => protocol === 'nvme';

const ALL: readonly Known[] = [
  {
    id: 'overwrite',
    say: 'Overwrite all of it once and read back',
    levels: both('clear'),
    note: 'On flash it does not reach spare and worn-out cells: there it is Clear, never Purge.',
  },
  {
    id: 'ata-secure-erase',
    say: 'The drive’s own erase (ATA SECURITY ERASE UNIT, enhanced)',
    levels: { flash: 'clear', rotating: 'purge' },
    note: 'Set a password first and take it off afterwards; a frozen drive has to be unplugged and plugged in again.',
    only: ata,
  },
  {
    id: 'ata-sanitize',
    say: 'The drive’s own sanitize (ATA SANITIZE, block erase or overwrite)',
    levels: both('purge'),
    note: 'It goes on after a power cut until it is done; then read some of it back.',
    only: ata,
  },
  {
    id: 'nvme-format-crypto',
    say: 'NVMe Format with user data or cryptographic erase',
    levels: both('purge'),
    note: 'Only where the drive says that it erases all of it, not one namespace.',
    only: nvme,
  },
  {
    id: 'nvme-sanitize',
    say: 'NVMe Sanitize (block or cryptographic erase)',
    levels: both('purge'),
    note: 'It goes on after a power cut until it is done; then read its sanitize status.',
    only: nvme,
  },
  {
    id: 'cryptographic-erase',
    say: 'Throw away the key of a drive that always encrypted',
    levels: both('purge'),
    note: 'Only where everything was encrypted from the first day and the key was never copied.',
  },
  {
    id: 'degauss',
    say: 'Degauss',
    levels: { flash: null, rotating: 'purge' },
    note: 'The drive is waste afterwards. Flash is not touched by it.',
  },
  {
    id: 'shred',
    say: 'Shred or crush into small pieces',
    levels: both('destroy'),
    note: 'Every chip has to be broken. Batteries and dust: by somebody licensed for it.',
  },
];

/**
 * Methods that do something on the medium, the least first (NIST SP 800-88 revision 1, tables;
 * from memory).
 */
export const methodsFor = (on: Medium): Method[] =>
  ALL.flatMap(({ levels, only, ...one }) => {
    const level = levels[on.medium];
    return level !== null && (only?.(on.protocol) ?? true) ? [{ ...one, level }] : [];
  }).sort((one, other) => SANITISE_LEVELS.indexOf(one.level) - SANITISE_LEVELS.indexOf(other.level));

export const sayMethod = (id: SanitiseMethod): string => ALL.find((one) => one.id === id)?.say ?? id;

/**
 * What the method comes to on this medium: overwriting flash is Clear, whatever the tool calls it. Null: it
 * does nothing there.
 */
export const levelOn = (id: SanitiseMethod, medium: Medium): Level | null =>
  methodsFor(medium).find((one) => one.id === id)?.level ?? null;
