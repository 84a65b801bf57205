import { narrow, type Seen } from './narrow.js';
import { IdentifyKnowledgeSchema, type Feature, type Thing } from './knowledge.js';
import { shippedIdentify } from './shipped/index.js';

const knowledge = shippedIdentify();
const look = (feature: string, answer: string): Seen => ({ feature, kind: 'look', answer });
const measure = (feature: string, value: number): Seen => ({ feature, kind: 'measure', value });

/** What somebody with this thing in the hand would answer; a feature that does not arise cannot be seen. */
function answerOf(thing: Thing, feature: Feature): Seen {
  const shows = thing.shows[feature.id];
  if (!shows) return { feature: feature.id, kind: 'cannot-see' };
  return Array.isArray(shows)
    ? look(feature.id, shows[0]!)
    : measure(feature.id, (shows.from + shows.to) / 2);
}

describe('asking one thing after another', () => {
  it.each(knowledge.things.map((thing) => [thing.name, thing] as const))(
    'finds a %s in seven questions at most',
    (_, thing) => {
      const seen: Seen[] = [];
      let asked = 0;
      for (
        let next = narrow(knowledge, seen).next;
        next && asked < 7;
        next = narrow(knowledge, seen).next, asked++
      )
        seen.push(answerOf(thing, next));
      const { candidates, contradiction } = narrow(knowledge, seen);
      // What shows alike in everything that can be asked is a look-alike: it may share the first place.
      const first = candidates
        .filter((one) => one.chance > candidates[0]!.chance - 1e-6)
        .map((one) => one.thing.id);
      expect(first).toContain(thing.id);
      expect(contradiction).toBeNull();
    },
  );

  it('asks the cheap glance first, and no callipers for what the eye tells', () => {
    const { next } = narrow(knowledge, []);
    expect(next?.id).toBe('build');
    expect(narrow(knowledge, [look('build', 'screw')]).next?.kind).toBe('measure');
  });

  it('goes round what cannot be seen', () => {
    const without = narrow(knowledge, [look('build', 'bare-board'), { feature: 'edge', kind: 'cannot-see' }]);
    expect(without.next?.id).not.toBe('edge');
    expect(without.candidates.length).toBeGreaterThan(5);
  });

  it('stops asking when one thing is left', () => {
    const { next, candidates } = narrow(knowledge, [look('build', 'antenna')]);
    expect(candidates[0]?.thing.id).toBe('antenna-snap');
    expect(next).toBeNull();
  });
});

describe('figures', () => {
  // ISO 261 diameters; callipers ±0.05 over the crests.
  it.each([
    [1.95, 'm2'],
    [1.57, 'm16'],
    [2.44, 'm25'],
    [2.93, 'm3'],
  ])('a thread of %d mm is %s', (mm, id) =>
    expect(
      narrow(knowledge, [look('build', 'screw'), measure('diameter', mm), look('turns', 'fine')])
        .candidates[0]?.thing.id,
    ).toBe(id),
  );

  it('a board of 22 by 80 mm with two notches is told from one with a single notch', () => {
    const seen = [look('build', 'bare-board'), measure('length', 80), measure('width', 22)];
    expect(
      narrow(knowledge, [...seen, look('edge', 'two-notches'), look('label', 'sata')]).candidates[0]?.thing
        .id,
    ).toBe('m2-80-bm-sata');
    expect(
      narrow(knowledge, [...seen, look('edge', 'one-notch-right'), look('label', 'nvme')]).candidates[0]
        ?.thing.id,
    ).toBe('m2-80-m-nvme');
  });
});

describe('contradictions and look-alikes', () => {
  it('points out answers that nothing shows together, and which to look at again', () => {
    const { contradiction, candidates } = narrow(knowledge, [
      look('build', 'screw'),
      look('edge', 'two-notches'),
      look('holes', 'half-round'),
    ]);
    expect(contradiction).toMatch(/Nothing known shows all of this.*look again at 'What is it like\?'/);
    // One slip does not end the search: the two that agree still speak.
    expect(candidates[0]?.thing.group).toBe('drive');
  });

  it('warns of the card that looks the same and speaks another language, with the one feature that tells', () => {
    const seen = [
      look('build', 'bare-board'),
      look('edge', 'notch-middle'),
      measure('length', 50.8),
      measure('width', 29.85),
    ];
    const { warnings } = narrow(knowledge, seen);
    expect(warnings[0]).toMatchObject({
      feature: 'antenna-snaps',
      say: expect.stringContaining('antenna snaps'),
    });
    expect(narrow(knowledge, [...seen, look('antenna-snaps', 'no')]).warnings).toEqual([]);
    expect(narrow(knowledge, [...seen, look('antenna-snaps', 'no')]).candidates[0]?.thing.id).toBe(
      'msata-full',
    );
  });
});

it('refuses knowledge whose things show what is never asked', () => {
  const broken = {
    ...knowledge,
    things: [...knowledge.things, { ...knowledge.things[0]!, id: 'odd', shows: { colour: ['red'] } }],
  };
  expect(IdentifyKnowledgeSchema.safeParse(broken).error?.issues[0]?.message).toContain(
    'no feature that is asked for',
  );
});

it('keeps to one kind of thing when told', () =>
  expect(new Set(narrow(knowledge, [], 'screw').candidates.map((one) => one.thing.group))).toEqual(
    new Set(['screw']),
  ));
