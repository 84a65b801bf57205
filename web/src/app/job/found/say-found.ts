import { isDrivePlace, type MachinePlace } from '@petrichor/core/hardware';
import { SAY_PLACE_PART, type Held, type JobState } from '@petrichor/core/job';
import { sayWhen } from '../../shell/promise';
import type { FoundMarkName } from './found-mark';

type FoundHere = JobState['found'][string];

/** What the guide says is in a place; null: it says nothing of it. */
export function sayGuide(place: MachinePlace): string | null {
  if (isDrivePlace(place)) return place.fitted?.label ?? 'empty';
  switch (place.kind) {
    case 'memory':
      return sayGib(place.fittedGib);
    case 'battery':
      return place.facts ? `a battery, ${place.facts.connector}` : 'a battery';
    case 'wireless':
      return place.facts ? `a card, key ${place.facts.key}` : 'a card';
    case 'cooler':
      return sayFans(place.fans);
    case 'coin-cell':
      return 'a coin cell';
  }
}
const sayGib = (gib: number | null): string | null =>
  gib === null ? null : gib === 0 ? 'empty' : `${gib} GiB`;
const sayFans = (fans: number | null): string => (!fans ? 'a cooler' : fans === 1 ? '1 fan' : `${fans} fans`);

/** What stands in the row of a place: its shape, the words, and who says so. */
export function sayFound(
  place: MachinePlace,
  found: FoundHere | undefined,
): { readonly mark: FoundMarkName; readonly what: string; readonly who: string } {
  const guide = sayGuide(place);
  if (!found)
    return {
      mark: 'nobody',
      what: 'Nobody looked',
      who: guide === null ? 'the guide says nothing of it' : `the guide says: ${guide}`,
    };
  const missing = found.missing.map((one) => SAY_PLACE_PART[one]);
  const screws =
    found.screws === null ? [] : [`${found.screws} ${found.screws === 1 ? 'screw' : 'screws'} there`];
  const lacks = [...(missing.length > 0 ? [`no ${missing.join(', no ')}`] : []), ...screws];
  return {
    mark: missing.length > 0 ? 'missing' : found.is,
    what: [saidOf(place, found), ...lacks].join('; '),
    who: `${HOW[found.how]} ${found.by.name}, ${sayWhen(found.at)}`,
  };
}

const HOW: Record<FoundHere['how'], string> = {
  seen: 'seen by',
  read: 'read at a start by',
  told: 'told to',
  left: 'as left here, taken in by',
};

function saidOf(place: MachinePlace, { is, holds, note }: FoundHere): string {
  switch (is) {
    case 'as-guide':
      return sayGuide(place) === null ? 'As it was made' : `As the guide: ${sayGuide(place)}`;
    case 'empty':
      return 'Empty';
    case 'something-else':
      return `Something else${note === '' ? '' : `: ${note}`}`;
    case 'holds':
      return `Holds ${holds ? sayHeld(holds) : 'something'}`;
  }
}

const sayHeld = ({ label, gb, gib, megatransfers, serial, jumper }: Held): string =>
  [
    label,
    gb !== null && `${gb} GB`,
    gib !== null && `${gib} GiB`,
    megatransfers !== null && `${megatransfers} MT/s`,
    serial,
    jumper !== null && jumper !== 'none' && `jumper ${jumper}`,
  ]
    .filter(Boolean)
    .join(', ');
