import { sayMm } from '../../../units/index.js';

interface Title {
  readonly title: string;
}
interface Thing {
  readonly thing: string;
}

/** What a guide's author should look at. A warning without its words here does not compile. */
export const GUIDE_WARNINGS = {
  'captive-mixed': ({ title }: Title) =>
    `‘${title}’ warns of mixing up screws that stay in their part. Say what really happens.`,
  circle: ({ stuck, circle }: { stuck: readonly string[]; circle: readonly string[] }) =>
    `No order reaches ${named(stuck)}: these wait for one another: ${named(circle)}.`,
  'freed-by-nothing': ({ thing, under }: Thing & { under: string }) =>
    `${thing} is hidden under ‘${under}’, and no operation takes that away.`,
  'freed-too-late': ({ thing, under, title, freeing }: Thing & Title & { under: string; freeing: string }) =>
    `${thing} is hidden under ‘${under}’, but ‘${title}’ does not come after ‘${freeing}’.`,
  'laid-on-nowhere': ({ thing, slot }: Thing & { slot: string }) =>
    `${thing} is used up on the way to the ${slot} and charged, and no step lays it on. Say at which step on the way back.`,
  'lead-still-on': ({ title, thing, unplug }: Title & Thing & { unplug: string }) =>
    `‘${title}’ can be done while ${thing} is still on: put ‘${unplug}’ before it.`,
  'live-unsaid': ({ title, leads }: Title & { leads: readonly string[] }) =>
    `‘${title}’ unplugs ${leads.join(', ')} before the battery is off. Mark it as done while there is power: it goes back on live, too.`,
  'never-refitted': ({ title, things }: Title & { things: readonly string[] }) =>
    `‘${title}’ takes ${things.join(', ')} out, and the guide has no way back for it.`,
  overlength: ({ found }: { found: string }) => found,
  'same-place': ({ title, other }: Title & { other: string }) =>
    `‘${title}’ and ‘${other}’ have a screw on the same place.`,
  'steel-while-live': ({ title }: Title) =>
    `‘${title}’ turns screws inside before the battery can be off, and on the way out after it is on again: no order keeps steel from power here. Say at the step how one keeps clear.`,
  'ties-nothing': ({ thing, ties }: Thing & { ties: string }) =>
    `${thing} is said to tie ‘${ties}’, and no operation takes that off.`,
  'two-clip-depths': ({ title, saidMm, clipsMm }: Title & { saidMm: number; clipsMm: number }) =>
    `‘${title}’ says no deeper than ${sayMm(saidMm)} mm, and its clips take ${sayMm(clipsMm)} mm. Measure it, and say one.`,
  'two-hole-depths': ({
    title,
    hereMm,
    otherMm,
    other,
  }: Title & { hereMm: number; otherMm: number; other: string | null }) =>
    `The hole of ‘${title}’ has two depths: ${sayMm(hereMm)} mm here${other === null ? `, and by the thread of its post under the card ${sayMm(otherMm)} mm` : ` and ${sayMm(otherMm)} mm at ‘${other}’`}. Measure it, and say one.`,
  'two-ids': ({ id }: { id: string }) => `Two operations are called '${id}'; give one of them another id.`,
  'two-latches': ({ title, thing, latched }: Title & Thing & { latched: boolean }) =>
    `‘${title}’: ${thing} is said to be ${latched ? 'held by a latch' : 'held by none'}, and the words say ${latched ? 'to draw it straight' : 'to lift one'}. Latches break: look, and say one.`,
  'unknown-before': ({ id, before }: { id: string; before: string }) =>
    `'${id}' comes after '${before}', but no operation has that id.`,
  'unknown-target': ({ id }: { id: string }) => `The way should reach '${id}', but no operation has that id.`,
};

const named = (ids: readonly string[]): string => ids.map((id) => `'${id}'`).join(', ');
