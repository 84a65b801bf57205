import { freshModel, slotsOf, type Slot } from '../hardware/index.js';
import { m2Drive, m2Slot } from '../testing/samples.js';
import { readOff } from '../units/index.js';
import { bareSlot, judge, rankAll, saySources, takesLook, withLooks } from './index.js';

const NOBODY = { state: 'nobody-looked' } as const;
const rule = (slot: Slot, id: string, drive = m2Drive()) =>
  judge(bareSlot(slot), drive).findings.find((one) => one.rule === id)!;

describe('a fact that nobody has looked at', () => {
  it('neither refuses a drive nor lets it in: it asks', () => {
    const sata = m2Slot({ protocols: ['sata'] });
    expect(rule(sata, 'protocol').outcome).toBe('no');
    const open = m2Slot({ protocols: ['sata'], sources: { protocols: NOBODY } });
    expect(rule(open, 'protocol')).toMatchObject({
      outcome: 'unknown',
      couldChange: true,
      need: 'not looked',
      settles: { of: 'slot', key: 'protocols', choices: expect.any(Array) },
    });
    expect(rule(m2Slot({ sources: { key: NOBODY } }), 'key').outcome).toBe('unknown');
  });

  it('that was measured or stated is a fact like any other', () => {
    for (const source of [
      { state: 'measured', jobNumber: 412 },
      { state: 'stated', by: 'the maker' },
    ] as const)
      expect(rule(m2Slot({ key: 'B', sources: { key: source } }), 'key').outcome).toBe('no');
  });

  it('does not hide what another fact refuses', () =>
    expect(judge(bareSlot(m2Slot({ key: 'B', sources: { post: NOBODY } })), m2Drive()).outcome).toBe('no'));

  it('is known on this bench once it was looked at, and each of its answers can be kept', () => {
    const open = m2Slot({ sources: { key: NOBODY, coverAt: NOBODY } });
    const { settles } = rule(open, 'key');
    for (const { value } of settles!.choices) expect(takesLook(open, 'key', value)).toBe(true);
    const looked = withLooks(open, { key: 'B', coverAt: readOff('callipers', 4) });
    expect(looked.sources).toEqual({});
    expect(rule(looked, 'key').outcome).toBe('no');
  });

  it('is named with where the others come from', () =>
    expect(
      saySources(
        m2Slot({
          sources: {
            key: NOBODY,
            post: NOBODY,
            coverAt: { state: 'measured', jobNumber: 412 },
            lanes: { state: 'stated', by: 'the maker' },
          },
        }),
      ),
    ).toEqual([
      'Nobody has looked at: the key of the socket, where the post stands.',
      'Measured by job 412: the cover above the socket.',
      'Stated by the maker: lanes.',
    ]));

  it('ranks as it is judged', () => {
    const open = m2Slot({ protocols: ['sata'], sources: { protocols: NOBODY } });
    expect(rankAll(bareSlot(open), [m2Drive()]).counts).toMatchObject({ no: 0, unknown: 1 });
  });
});

describe('a model made on screens', () => {
  const of = (slotKind: Parameters<typeof freshModel>[0]['slotKind']) =>
    slotsOf(
      freshModel({
        maker: 'Ostrey',
        name: 'Plover 12',
        labelText: 'OP12',
        slotKind,
        startSide: 'lid-open',
        widthMm: 280,
        heightMm: 190,
      }),
      null,
    )[0]!;

  it('refuses no drive of its kind before anybody looked, and is judged once all was', () => {
    const slot = of('m2');
    for (const own of [{ lengthMm: 42 }, { key: 'B+M', link: { protocol: 'sata', generation: 3 } }] as const)
      expect(judge(bareSlot(slot), m2Drive(own)).outcome).toBe('unknown');
    const mm = (length: number) => readOff('callipers', length);
    const looked = withLooks(slot, {
      key: 'M',
      protocols: 'nvme',
      post: '80',
      coverAt: mm(6),
      standOff: mm(1.5),
      roomLength: mm(84),
      roomWidth: mm(24),
    });
    expect(judge(bareSlot(looked), m2Drive({ lengthMm: 42 })).outcome).toBe('no');
    const judged = judge(bareSlot(looked), m2Drive({ lengthMm: 80 }));
    expect(judged.findings.filter((one) => one.need === 'not looked').map((one) => one.rule)).toEqual([
      'screw',
    ]);
  });

  it.each(['msata', 'bay-2.5', 'bay-3.5', 'bay-1.8'] as const)('says of a %s what was only guessed', (kind) =>
    expect(Object.values(of(kind).sources).every(({ state }) => state === 'nobody-looked')).toBe(true),
  );
});
