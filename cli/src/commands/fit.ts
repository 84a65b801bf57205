import { sure } from '@petrichor/core/units';
import { existsSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { bareSlot, judge, linkOf, placeIn, rankAll, type Place } from '@petrichor/core/fit';
import { readDriveList, readMachineModel, readPartList, type Reading } from '@petrichor/core/formats';
import {
  sayDrive,
  sayModel,
  slotsOf,
  type Drive,
  type MachineModel,
  type Part,
  type Slot,
} from '@petrichor/core/hardware';
import { demoDrives, demoModels, demoParts } from '@petrichor/demo';
import { Fault } from '../fault.js';

const USE =
  './petrichor fit --model M --slot S --drive D [--drives FILE] [--parts FILE] [--variant V], or --all in place of --drive';

/**
 * `fit`: judges a drive in a slot, or ranks a whole catalogue, and prints it as JSON. Names are those of the
 * demo data; a path to a JSON document of the published schemas does as well.
 */
export function fit(args: readonly string[]): void {
  const asked = optionsOf(args);
  const model = modelOf(asked.model);
  const slot = slotOf(model, asked.slot, asked.variant);
  const parts = asked.parts === undefined ? demoParts() : fileOf(asked.parts, readPartList);
  const place = placeOf(model, slot, parts, asked.variant);
  if (asked.all)
    return rankThem(place, asked.drives === undefined ? demoDrives() : fileOf(asked.drives, readDriveList));
  const drive = driveOf(asked.drive, asked.drives);
  print({
    model: sayModel(model),
    slot: slot.label,
    drive: sayDrive(drive),
    verdict: judge(place, drive),
    link: linkOf(place, drive),
  });
}

function optionsOf(args: readonly string[]) {
  try {
    const { values } = parseArgs({
      args: [...args],
      options: {
        model: { type: 'string' },
        slot: { type: 'string' },
        drive: { type: 'string' },
        drives: { type: 'string' },
        parts: { type: 'string' },
        variant: { type: 'string' },
        all: { type: 'boolean', default: false },
      },
    });
    return values;
  } catch (error) {
    throw new Fault(`${(error as Error).message.split('.')[0]}. Use: ${USE}`);
  }
}

function rankThem(place: Place, drives: readonly Drive[]): void {
  const { order, counts } = rankAll(place, drives);
  const ranked = Array.from(order, (at) => {
    const drive = sure(drives[at]);
    const verdict = judge(place, drive);
    const link = linkOf(place, drive);
    return {
      drive: drive.id,
      name: sayDrive(drive),
      outcome: verdict.outcome,
      headline: verdict.headline,
      because: verdict.because,
      extras: verdict.extras.map((one) => one.label),
      usableBytesPerSecond: link?.usableBytesPerSecond ?? null,
      priceMinor: drive.priceMinor,
      inStock: drive.inStock,
    };
  });
  print({ slot: place.slot.label, counts, ranked });
}

/** The slot with all that is known around it: other drives, firmware, the shelf, the machine's own screws. */
function placeOf(
  model: MachineModel,
  slot: Slot,
  parts: readonly Part[],
  variant: string | undefined,
): Place {
  const others = slotsOf(model, variant ?? null)
    .filter((one) => one.id !== slot.id && one.fitted !== null)
    .map((one) => ({ slotId: one.id, protocol: null }));
  return placeIn(model, slot, { need: bareSlot(slot).need, parts, others }, variant ?? null);
}

function modelOf(name: string | undefined): MachineModel {
  if (name === undefined) throw new Fault(`Say which model. Use: ${USE}`);
  if (isFile(name)) return fileOf(name, readMachineModel);
  const models = demoModels();
  const found = models.find((one) => one.id === name || sayModel(one).toLowerCase() === name.toLowerCase());
  if (!found)
    throw new Fault(
      `There is no model '${name}' and no such file. Known: ${models.map((one) => one.id).join(', ')}.`,
    );
  return found;
}

function slotOf(model: MachineModel, name: string | undefined, variant: string | undefined): Slot {
  if (variant !== undefined && !model.variants?.of.some((one) => one.id === variant))
    throw new Fault(
      `${sayModel(model)} has no variant '${variant}'.${model.variants ? ` Known: ${model.variants.of.map((one) => one.id).join(', ')}.` : ''}`,
    );
  const slots = slotsOf(model, variant ?? null);
  const found = slots.find((one) => one.id === name || one.label.toLowerCase() === name?.toLowerCase());
  if (!found)
    throw new Fault(
      `${sayModel(model)} has no slot '${name ?? ''}'. Known: ${slots.map((one) => one.id).join(', ')}.`,
    );
  return found;
}

function driveOf(name: string | undefined, list: string | undefined): Drive {
  if (name === undefined) throw new Fault(`Say which drive, or --all. Use: ${USE}`);
  const drives = isFile(name)
    ? fileOf(name, readDriveList)
    : list === undefined
      ? demoDrives()
      : fileOf(list, readDriveList);
  const found = isFile(name)
    ? drives[0]
    : drives.find((one) => one.id === name || sayDrive(one).toLowerCase() === name.toLowerCase());
  if (!found)
    throw new Fault(
      `There is no drive '${name}' in the list and no such file. For example: ${drives
        .slice(0, 6)
        .map((one) => one.id)
        .join(', ')}.`,
    );
  return found;
}

const pathOf = (name: string): string => resolve(process.env['PETRICHOR_CWD'] ?? '.', name);
const isFile = (name: string): boolean => name.endsWith('.json') || existsSync(pathOf(name));

function fileOf<T>(name: string, read: (text: string) => Reading<T>): T {
  let text: string;
  try {
    text = readFileSync(pathOf(name), 'utf8');
  } catch (error) {
    const missing = (error as NodeJS.ErrnoException).code === 'ENOENT';
    throw new Fault(
      `${name} cannot be read: ${missing ? 'there is no such file' : (error as Error).message}.`,
    );
  }
  const reading = read(text);
  if (!reading.ok) throw new Fault(`${reading.problem} (${name}, ${reading.at})`);
  return reading.value;
}

const print = (value: object): void => console.log(JSON.stringify(value, null, 2));
