import { readdirSync, readFileSync } from 'node:fs';
import { readDriveList, readMachineModel, readPartList, type Reading } from '@petrichor/core/formats';
import type { Drive, MachineModel, Part } from '@petrichor/core/hardware';
import type { Role } from '@petrichor/core/job';

/** A person of the demo. Passwords are public: the demo holds invented data only. */
export interface DemoAccount {
  readonly name: string;
  readonly signInName: string;
  readonly password: string;
  readonly roles: Role[];
}

export const DEMO_WORKSHOP = 'Quayside Mending Room, Merrow Staithe';

export const DEMO_ACCOUNTS: readonly DemoAccount[] = [
  {
    name: 'Ines Carrow',
    signInName: 'ines',
    password: 'tide-at-noon',
    roles: ['technician', 'desk', 'lead'],
  },
  { name: 'Tobiah Venn', signInName: 'tobiah', password: 'rope-and-tar', roles: ['technician'] },
  { name: 'Perpetua Lisle', signInName: 'perpetua', password: 'bell-and-book', roles: ['desk'] },
];

export const demoModels = (): MachineModel[] =>
  readdirSync(new URL('../models/', import.meta.url))
    .sort()
    .map((name) => document(`../models/${name}`, readMachineModel));

export const demoDrives = (): Drive[] => document('../drives/quayside-shelf.json', readDriveList);

export const demoParts = (): Part[] => document('../parts/quayside-parts.json', readPartList);

function document<T>(path: string, read: (text: string) => Reading<T>): T {
  const reading = read(readFileSync(new URL(path, import.meta.url), 'utf8'));
  if (!reading.ok) throw new Error(`demo/${path.slice(3)}: ${reading.problem}`);
  return reading.value;
}
