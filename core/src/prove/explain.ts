import { sure } from '../units/index.js';
import { partsOfLink, type Link } from '../fit/index.js';
import type { Drive } from '../hardware/index.js';
import {
  pataCeiling,
  pcieCeiling,
  sataCeiling,
  USB_CEILINGS,
  type PcieGeneration,
  type SataGeneration,
  type UltraDma,
} from '../standards/index.js';
import { expectedRead, rateOn, type RateRange } from './expected.js';

/** What was true while it was measured; null: nobody looked. */
export interface Circumstances {
  readonly onMains: boolean | null;
  /** Of the drive, under load, degrees Celsius. */
  readonly celsius: number | null;
  /** Where the drive slows itself down; null: not stated. */
  readonly warningCelsius: number | null;
}

interface SpeedExplanation {
  readonly id: string;
  /** `Half the lanes: PCIe 3 ×2` */
  readonly say: string;
  readonly expected: RateRange;
  /** `well`: the figure lies where this would put it. */
  readonly fits: 'well' | 'roughly' | 'no';
  /** What to do to see whether it is so. */
  readonly check: string;
  /** Share of belief among the explanations listed, 0 to 1. */
  readonly weight: number;
}

export interface SpeedVerdict {
  readonly outcome: 'as-expected' | 'low' | 'high' | 'unknown';
  readonly expected: RateRange | null;
  readonly sentence: string;
  /** The best first; empty unless it is low. */
  readonly explanations: readonly SpeedExplanation[];
}

/** A drive without a stated limit is taken to slow down from here on (common practice, no source). */
const USUAL_WARNING_CELSIUS = 70;
/** Power saving takes a fifth to a half, heat rather more (common practice, no source). */
const ON_BATTERY: RateRange = { least: 0.5, most: 0.8 };
const WHEN_HOT: RateRange = { least: 0.2, most: 0.7 };
/**
 * USB carriers reach so much of their ceiling, USB 2.0 so many bytes per second (common practice, no source).
 */
const SHARE_OF_USB: RateRange = { least: 0.8, most: 0.9 };
const USB_2: RateRange = { least: 33e6, most: 42e6 };
/**
 * The scatter of one measurement around what an explanation expects, as a factor (common practice, no
 * source).
 */
const SCATTER = Math.log(1.1);

interface Idea {
  readonly id: string;
  readonly say: string;
  readonly expected: RateRange;
  readonly check: string;
  /** How often, before the figure is looked at, against the others. */
  readonly prior: number;
}

/**
 * Is the measured rate what this drive should read at in this slot, and if not, which explanation puts it
 * where it was found? Each explanation expects a range; one that holds the figure fits well, and the weight
 * of the others falls with their distance from it on a logarithmic scale.
 * @param measured bytes per second, reading in one long stretch.
 */
export function explainSpeed(
  link: Link | null,
  drive: Pick<Drive, 'readBytesPerSecond' | 'medium' | 'link'>,
  measured: number,
  now: Circumstances,
): SpeedVerdict {
  const expected = expectedRead(link, drive);
  if (!link || !expected)
    return {
      outcome: 'unknown',
      expected: null,
      sentence: 'Slot and drive share no link, so nothing can be expected.',
      explanations: [],
    };
  const range = `${sayMbs(expected.least)} to ${sayMbs(expected.most)} over ${link.say}`;
  if (measured > expected.most * 1.1)
    return {
      outcome: 'high',
      expected,
      sentence: `${sayMbs(measured)}, more than the ${range} it can do: it was read from memory, or another drive was measured. Measure a longer stretch.`,
      explanations: [],
    };
  if (measured >= expected.least)
    return {
      outcome: 'as-expected',
      expected,
      sentence: `${sayMbs(measured)}, as expected: ${range}.`,
      explanations: [],
    };
  const ideas = ideasOf(link, drive, expected, now).map((idea) => ({
    idea,
    distance: distanceTo(idea.expected, measured),
  }));
  const beliefs = ideas.map(({ idea, distance }) => idea.prior * Math.exp(-(distance ** 2) / 2));
  const all = beliefs.reduce((sum, one) => sum + one, 0);
  const explanations = ideas
    .map(({ idea: { prior: _, ...idea }, distance }, at): SpeedExplanation => ({
      ...idea,
      fits: distance === 0 ? 'well' : distance <= 2 ? 'roughly' : 'no',
      weight: all > 0 ? sure(beliefs[at]) / all : 0,
    }))
    .sort((a, b) => b.weight - a.weight || (a.id < b.id ? -1 : 1));
  const best = explanations[0];
  return {
    outcome: 'low',
    expected,
    sentence:
      best && best.fits !== 'no'
        ? `${sayMbs(measured)} is low: ${range} was expected. It looks like this: ${best.say.charAt(0).toLowerCase()}${best.say.slice(1)} (${sayMbs(best.expected.least)} to ${sayMbs(best.expected.most)}). ${best.check}`
        : `${sayMbs(measured)} is low: ${range} was expected, and no usual reason explains it. Measure again on mains, cool, with nothing else running.`,
    explanations,
  };
}

/** How many scatters a figure lies outside a range; 0 within. */
function distanceTo({ least, most }: RateRange, measured: number): number {
  if (measured < least) return Math.log(least / Math.max(1, measured)) / SCATTER;
  return measured > most ? Math.log(measured / most) / SCATTER : 0;
}

function ideasOf(
  link: Link,
  drive: Pick<Drive, 'readBytesPerSecond' | 'link'>,
  expected: RateRange,
  now: Circumstances,
): Idea[] {
  const rating = drive.readBytesPerSecond;
  const hot = now.celsius !== null && now.celsius >= (now.warningCelsius ?? USUAL_WARNING_CELSIUS);
  const part = ({ least, most }: RateRange): RateRange => ({
    least: expected.least * least,
    most: expected.most * most,
  });
  const usb = (id: string, say: string, ceiling: number): Idea => ({
    id,
    say,
    expected: {
      least: Math.min(rating ?? Infinity, ceiling * SHARE_OF_USB.least),
      most: Math.min(rating ?? Infinity, ceiling * SHARE_OF_USB.most),
    },
    check: 'Was the drive measured in the machine, or on a cable? Measure it in its slot.',
    prior: 0.3,
  });
  return [
    ...linkIdeas(link, rating),
    {
      id: 'on-battery',
      say: 'On battery, or a power mode that saves',
      expected: part(ON_BATTERY),
      check: 'Plug the mains lead in, set the power mode to full, measure again.',
      // Seen to be on mains it is hardly that; seen to be on battery it is the first thing to rule out.
      prior: now.onMains === true ? 0.1 : now.onMains === false ? 6 : 1,
    },
    {
      id: 'hot',
      say: hot ? `Hot: ${now.celsius} °C` : 'Hot, so that it slows itself down',
      expected: part(WHEN_HOT),
      check: 'Let it cool, read its temperature while it works; look at pad and spreader.',
      prior: hot ? 6 : now.celsius === null ? 0.5 : 0.05,
    },
    usb('usb-10', 'Through a USB 10 Gb/s cable', USB_CEILINGS['10G']),
    usb('usb-5', 'Through a USB 5 Gb/s cable', USB_CEILINGS['5G']),
    {
      id: 'usb-2',
      say: 'Through a USB 2.0 cable or port',
      expected: USB_2,
      check: 'Measure the drive in its slot, or on a faster port.',
      prior: 0.3,
    },
    // An explanation that expects what is expected anyway, or more, explains nothing.
  ].filter((idea) => idea.expected.least < expected.least && idea.expected.most < expected.most * 0.97);
}

/** What a narrower or slower link of the same protocol would let through. */
function linkIdeas(link: Link, rating: number | null): Idea[] {
  const ideas: Idea[] = [];
  const add: Add = (id, say, ceiling, check, prior) =>
    void ideas.push({ id, say, expected: rateOn(ceiling, rating), check, prior });
  const parts = partsOfLink(link);
  if (parts?.bus === 'pcie') pcieIdeas(add, parts);
  if (parts?.bus === 'sata') sataIdeas(add, parts.generation);
  if (parts?.bus === 'pata') pataIdeas(add, parts.mode);
  return ideas;
}

type Add = (id: string, say: string, ceiling: number, check: string, prior: number) => void;

function pcieIdeas(add: Add, { generation, lanes }: { generation: PcieGeneration; lanes: number }): void {
  if (lanes >= 2) {
    const half = lanes / 2;
    add(
      'half-lanes',
      `Half the lanes: PCIe ${generation} ×${half}`,
      pcieCeiling(generation, half),
      'Seat the drive fully; look whether the slot shares lanes with another.',
      1,
    );
  }
  if (lanes >= 4)
    add(
      'one-lane',
      `One lane: PCIe ${generation} ×1`,
      pcieCeiling(generation, 1),
      'Clean the contacts and seat the drive again.',
      0.4,
    );
  for (let older = generation - 1; older >= 1; older--)
    add(
      `generation-${older}`,
      `An older generation: PCIe ${older} ×${lanes}`,
      pcieCeiling(older as PcieGeneration, lanes),
      'Look in the firmware for the speed of the slot; set it to automatic.',
      older === generation - 1 ? 1 : 0.3,
    );
  add(
    'sata-path',
    'The SATA path: SATA 6 Gb/s',
    sataCeiling(3),
    'Is this the drive that was fitted? A SATA drive goes into the same socket.',
    0.5,
  );
}

function sataIdeas(add: Add, generation: SataGeneration): void {
  for (let older = generation - 1; older >= 1; older--)
    add(
      `sata-${older}`,
      `An older generation: SATA ${older === 2 ? '3' : '1.5'} Gb/s`,
      sataCeiling(older as SataGeneration),
      'Look at plug and cable; a bad contact makes the link step down. Then the port’s setting.',
      1,
    );
}

function pataIdeas(add: Add, at: UltraDma): void {
  for (const mode of ([100, 66, 33] as const).filter((one) => one < at))
    add(
      `pata-${mode}`,
      `A slower mode: PATA ${mode}`,
      pataCeiling(mode satisfies UltraDma),
      mode === 33 ? 'Above 33 it wants the cable of 80 wires.' : 'Look at the mode in the firmware.',
      mode === 33 ? 1.5 : 1,
    );
}

/** `1673 MB/s`: millions of bytes a second, three figures. */
export function sayMbs(bytesPerSecond: number): string {
  const mbs = bytesPerSecond / 1e6;
  return `${mbs >= 100 ? Math.round(mbs) : Math.round(mbs * 10) / 10} MB/s`;
}
