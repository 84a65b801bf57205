import type { Feature } from '../knowledge.js';

const look = (id: string, ask: string, how: string, seconds: number, answers: readonly (readonly [string, string])[]): Feature => ({
  kind: 'look',
  id,
  ask,
  how,
  seconds,
  answers: answers.map(([answer, say]) => ({ id: answer, say })),
});
const measure = (
  id: string,
  ask: string,
  how: string,
  unit: 'mm' | 'contacts' | 'pins' | 'wires',
  off: number,
  seconds: number,
): Feature => ({
  kind: 'measure',
  id,
  ask,
  how,
  seconds,
  unit,
  off,
});

/** What can be seen or measured, cheapest first. Words are the trade's (common practice, no source). */
export const FEATURES: readonly Feature[] = [
  look('build', 'What is it like?', 'At a glance.', 2, [
    ['bare-board', 'a bare board with chips'],
    ['metal-box', 'a flat metal box'],
    ['slot-on-board', 'a socket on a board'],
    ['ribbon', 'a flat ribbon'],
    ['wires', 'a bundle of wires'],
    ['antenna', 'one thin round cable with a snap'],
    ['screw', 'a screw'],
  ]),
  look('edge', 'What is at its end?', 'Where it plugs in.', 4, [
    ['one-notch-right', 'gold edge, one notch, few contacts beside it'],
    ['one-notch-left', 'gold edge, one notch, six contacts beside it'],
    ['one-notch-third', 'gold edge, one notch, about a dozen contacts beside it'],
    ['two-notches', 'gold edge, two notches'],
    ['notch-middle', 'gold edge, a notch near the middle'],
    ['sata-l', 'two flat tongues with an L, one wide, one narrow'],
    ['sata-l-short', 'two flat tongues with an L, both short'],
    ['pin-rows', 'two rows of pins'],
    ['pin-rows-power', 'two rows of pins and four thick ones'],
    ['thin-slot', 'a thin slot with a latch'],
    ['none', 'none of these'],
  ]),
  measure('length', 'How long is it?', 'Callipers, without the plug’s tongue.', 'mm', 0.4, 10),
  measure('width', 'How wide is it?', 'Callipers, across.', 'mm', 0.3, 8),
  measure('height', 'How high is it?', 'Callipers, at its thickest.', 'mm', 0.25, 8),
  measure('pins', 'How many pins has it?', 'Count one row, times two; a missing one counts.', 'pins', 0.6, 25),
  look('holes', 'How is it held?', 'Look for screw holes.', 5, [
    ['half-round', 'one half-round notch at its far end'],
    ['two-corners', 'a hole at each far corner'],
    ['side-holes', 'threaded holes in its sides'],
    ['clips', 'side clips'],
    ['none', 'by nothing of these'],
  ]),
  look('label', 'What does the label say?', 'Read it, also small print.', 12, [
    ['nvme', 'NVMe or PCIe'],
    ['sata', 'SATA or 6 Gb/s'],
    ['pata', 'IDE, PATA or ATA without the S'],
    ['wireless', 'wireless, antenna or a radio number'],
    ['memory', 'DDR, PC2, PC3, PC4 or PC5'],
    ['nothing', 'nothing of these'],
  ]),
  look('antenna-snaps', 'Are there small round metal snaps on it?', 'Two or three, the size of a rice grain.', 4, [
    ['yes', 'yes'],
    ['no', 'no'],
  ]),
  look('rib', 'Where is the rib in the socket?', 'Look into it with a light, positions counted from the end with the small side.', 10, [
    ['near-few', 'leaves five contacts on its small side'],
    ['near-six', 'leaves six contacts on its small side'],
    ['third', 'leaves about a dozen contacts on its small side'],
    ['middle', 'near the middle'],
    ['no-rib', 'there is none'],
  ]),
  look('latch', 'How does it open?', 'Try with a fingernail, gently.', 8, [
    ['flip', 'a thin bar flips up'],
    ['slide', 'a bar slides out'],
    ['push', 'it lifts straight off'],
    ['pull-shell', 'its shell is pulled'],
    ['squeeze', 'a latch is squeezed'],
    ['snap', 'it snaps off upwards'],
    ['no-latch', 'it just slides out'],
  ]),
  look('sheen', 'What does the end of the ribbon look like?', 'Hold it to the light.', 6, [
    ['bare-contacts', 'bare gold stripes and a stiff blue or white back'],
    ['small-plug', 'a small black plug with two rows'],
    ['shield', 'a metal shell'],
  ]),
  measure('diameter', 'How thick is the screw, over its thread?', 'Callipers over the crests.', 'mm', 0.07, 10),
  look('turns', 'How does the thread look?', 'Against the light.', 8, [
    ['fine', 'fine and even'],
    ['coarse', 'coarse, few turns'],
    ['forming', 'wide apart, sharp, a pointed or three-sided end'],
  ]),
  measure('notch-from-left', 'How far is the notch from the left end?', 'Label towards you, contacts down.', 'mm', 0.5, 12),
  measure('contacts', 'How many contacts has one face?', 'Count, or read the number printed at the last one.', 'contacts', 2, 35),
];
