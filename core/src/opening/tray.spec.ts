import { isDrivePlace, type MachineModel, type MachinePlace } from '../hardware/index.js';
import { countOf, moveThings, type TrayItem } from '../job/index.js';
import { models } from '../testing/demo-openings.js';
import { buildOpening, type Way } from './way.js';
import type { Target } from './target.js';

/** What lies outside after every step of a way, each with all it moves. */
const left = ({ steps }: Way): string[] =>
  steps
    .reduce<TrayItem[]>(
      (tray, step) =>
        step.moves.reduce((sofar, thing) => moveThings(sofar, step, thing.key, countOf(thing)), tray),
      [],
    )
    .filter((item) => item.out > 0)
    .map((item) => item.kind);

const target = (place: MachinePlace, own: Partial<Target>): Target => ({
  id: `at ${place.id}`,
  does: 'put',
  place,
  extras: [],
  thing: 'something new',
  original: null,
  ...own,
});

/** Everything that can be done at a place whose way somebody noted, and what of it stays outside. */
function changesOf({ places }: MachineModel): { target: Target; stays: string[] }[] {
  return places.flatMap((place) => {
    if (place.reach === null || place.kind === 'soldered' || place.kind === 'coin-cell') return [];
    if (isDrivePlace(place)) {
      const full = place.fitted !== null;
      const stays = full ? ['drive'] : [];
      return [{ target: target(place, { does: full ? 'replace' : 'add' }), stays }];
    }
    const original = place.kind === 'cooler' ? null : `the old ${place.kind}`;
    return [{ target: target(place, { original }), stays: original === null ? [] : ['part'] }];
  });
}

it.each(models.map((model) => [model.id, model] as const))(
  '%s: after any change, alone or with another, only what it replaced lies outside',
  (_, model) => {
    const all = changesOf(model);
    const lists = all.flatMap((one, at) => [[one], ...all.slice(at + 1).map((other) => [one, other])]);
    const faults = lists.flatMap((list) => {
      const way = buildOpening(
        model,
        list.map((one) => one.target),
      );
      const said = list.map((one) => one.target.id).join(', ');
      if (!way.ok) return [`${said}: ${way.problem}`];
      const want = list.flatMap((one) => one.stays).sort();
      const have = left(way).sort();
      return have.join() === want.join() ? [] : [`${said}: ${have.join()} for ${want.join()}`];
    });
    expect(faults).toEqual([]);
  },
);
