import {
  SAY_SIDE,
  sayModel,
  sayScrew,
  slotsOf,
  type MachineModel,
  type Slot,
  type TakenThing,
} from '../../hardware/index.js';
import { buildWay, UNTRIED } from '../../opening/index.js';
import { isTaking, overlengths, type WayStep } from '../../teardown/index.js';

/** A guide as it is read rather than walked: what all its written forms are made from. */
interface ToldGuide {
  readonly title: string;
  /** Version, state, and what has to be said before anything is opened. */
  readonly head: string[];
  readonly cautions: string[];
  readonly ways: ToldWay[];
  /** Screws that must not be swapped. */
  readonly hazards: string[];
}

export interface ToldWay {
  readonly slot: Slot;
  readonly title: string;
  readonly minutes: number;
  readonly tools: string[];
  readonly legs: { readonly name: string; readonly steps: ToldStep[] }[];
}

export interface ToldStep {
  readonly title: string;
  readonly minutes: number;
  /** Which way to lay the machine, tool, clips, what to look at: one sentence each. */
  readonly lines: string[];
  readonly caution: string | null;
}

const MANUAL_FIRST = 'The maker’s service manual, local rules and licensed practice come first.';

/** Every slot that has a way, with the way in, the swap and the way out in words. */
export function tellGuide(model: MachineModel): ToldGuide {
  const { guide } = model;
  return {
    title: `${sayModel(model)}: to the drive and back`,
    head: [
      `Guide version ${guide.version}, ${guide.state}.`,
      `Label underneath: ${model.labelTexts.join(', ')}.`,
      `Firmware: ${model.firmwareEntry}`,
      ...(model.bootMenuEntry === '' ? [] : [`Boot menu: ${model.bootMenuEntry}`]),
      ...(model.soldered.length > 0 ? [`Soldered: ${model.soldered.join(', ')}.`] : []),
      ...(model.variants
        ? [`${model.variants.ask} ${model.variants.of.map((one) => one.answer).join('; or: ')}.`]
        : []),
      `Try it before closing: ${model.tryBeforeClosing}`,
    ],
    cautions: model.cautions.some((one) => /manual/i.test(one))
      ? model.cautions
      : [...model.cautions, MANUAL_FIRST],
    ways: slotsOf(model, null).flatMap((slot) => {
      const way = slot.reach.length > 0 ? buildWay(model, slot, [], UNTRIED) : null;
      return way?.ok ? [tellWay(slot, way.steps)] : [];
    }),
    hazards: overlengths(guide).map((one) => one.sentence),
  };
}

function tellWay(slot: Slot, steps: readonly WayStep[]): ToldWay {
  const leg = (which: WayStep['leg']) => steps.filter((step) => step.leg === which).map(tellStep);
  return {
    slot,
    title: slot.label,
    minutes: steps.reduce((sum, step) => sum + step.minutes, 0),
    tools: [...new Set(steps.flatMap((step) => step.tool ?? []))],
    legs: [
      { name: 'Way in', steps: leg('in') },
      { name: 'Swap', steps: leg('swap') },
      { name: 'Way out', steps: leg('out') },
    ],
  };
}

function tellStep(step: WayStep): ToldStep {
  return {
    title: step.title,
    minutes: step.minutes,
    lines: [
      ...(step.turnTo ? [`First turn the machine: ${SAY_SIDE[step.turnTo]}.`] : []),
      ...(step.detail ? [step.detail] : []),
      ...(step.tool ? [`Tool: ${step.tool}.`] : []),
      ...(step.clips
        ? [
            `Clips: start at ${step.clips.startAt}, no deeper than ${step.clips.deepestMm} mm.${step.clips.note ? ` ${step.clips.note}` : ''}`,
          ]
        : []),
      ...step.moves.map((thing) => sayThing(thing, isTaking(step))),
      ...(step.live ? ['The machine still has power here.'] : []),
      ...step.checks.map((check) => `Look: ${check}`),
      ...(step.waitSeconds ? [`Wait ${step.waitSeconds} s.`] : []),
    ],
    caution: step.caution,
  };
}

function sayThing(thing: TakenThing, out: boolean): string {
  if (thing.kind === 'screw') {
    const kind = `${thing.holes.length} × ${sayScrew(thing.screw)}, ${thing.screw.bit}`;
    const what = thing.captive ? (out ? 'loosened, they stay' : 'driven home') : out ? 'out' : 'in';
    return `${kind}: ${what}.${thing.hiddenUnder ? ` Hidden under ${thing.hiddenUnder}.` : ''}`;
  }
  const way = thing.connector && out ? ` ${thing.connector.opens}.` : '';
  return `${thing.label}: ${out ? thing.verb.toLowerCase() : 'back'}.${way}`;
}
