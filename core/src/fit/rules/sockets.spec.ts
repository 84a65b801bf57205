import type { Drive, Part, Slot } from '../../hardware/index.js';
import { m2Drive, m2Slot, msataDrive, msataSlot, part } from '../../testing/samples.js';
import { readOff, spec } from '../../units/index.js';
import { NO_NEED } from '../need.js';
import { bareSlot, type Place } from '../place.js';
import { judge } from '../verdict.js';

const found = (rule: string, slot: Slot, drive: Drive, more: Partial<Place> = {}) =>
  judge(bareSlot(slot, more.need ?? NO_NEED, more), drive).findings.find((one) => one.rule === rule);
const sata = { protocol: 'sata', generation: 3 } as const;

describe('soldered', () => {
  it('says that nothing fits, and what to look for instead', () => {
    const slot = { ...m2Slot(), kind: 'soldered' } as unknown as Slot;
    const verdict = judge(bareSlot(slot), m2Drive());
    expect(verdict.outcome).toBe('no');
    expect(verdict.because).toMatch(/soldered.*second slot/);
  });
});

describe('look-alikes', () => {
  it('tells mSATA from M.2 by what one sees', () => {
    expect(found('outline', m2Slot(), msataDrive())?.sentence).toContain('30 mm wide');
    expect(found('outline', msataSlot(), m2Drive())?.sentence).toContain('22 mm wide');
  });

  it('knows that a socket of the shape of mSATA may be wired for wireless cards', () => {
    expect(found('protocol', msataSlot({ wiredFor: 'cards-only' }), msataDrive())).toMatchObject({
      outcome: 'no',
      sentence: expect.stringContaining('wireless'),
    });
    expect(found('protocol', msataSlot({ wiredFor: 'not-known' }), msataDrive())).toMatchObject({
      outcome: 'unknown',
      couldChange: true,
      settles: { of: 'slot', key: 'wiredFor' },
    });
    expect(judge(bareSlot(msataSlot()), msataDrive()).outcome).toBe('fits');
  });

  it('holds a half-size card only where its screw places are', () => {
    expect(found('length-and-post', msataSlot(), msataDrive({ size: 'half' }))?.outcome).toBe('no');
    expect(
      found('length-and-post', msataSlot({ sizes: ['full', 'half'] }), msataDrive({ size: 'half' }))?.outcome,
    ).toBe('fits');
  });
});

describe('post', () => {
  const fixed = m2Slot({ post: { nowAtMm: 60, canMoveToMm: [], tool: null } });

  it('refuses a longer drive over a post that cannot come out', () =>
    expect(found('length-and-post', fixed, m2Drive())?.sentence).toContain('press on the board'));

  it('extends a short drive where an extender is known, and says where it is', () => {
    const short = m2Drive({ lengthMm: 42 });
    expect(found('length-and-post', m2Slot(), short)?.outcome).toBe('no');
    const extender = part({ kind: 'extender', fromMm: 42, toMm: 60, drawer: 'D9' });
    expect(found('length-and-post', m2Slot(), short, { parts: [extender] })).toMatchObject({
      outcome: 'extras',
      extras: [{ item: { partId: extender.id, from: 'shelf' }, label: expect.stringContaining('D9') }],
    });
  });

  it('sets the post first where an extender needs one', () => {
    const slot = m2Slot({ post: { nowAtMm: null, canMoveToMm: [80], tool: '4 mm nut driver' } });
    const extender = part({ kind: 'extender', fromMm: 42, toMm: 80 });
    expect(
      found('length-and-post', slot, m2Drive({ lengthMm: 42 }), { parts: [extender] })?.extras.map(
        (one) => one.id,
      ),
    ).toEqual(['set-post', 'extender']);
  });

  it('sets a post where there is none, of the height of the socket', () => {
    const slot = m2Slot({ post: { nowAtMm: null, canMoveToMm: [60, 80], tool: '4 mm nut driver' } });
    const low = part({ kind: 'post', id: 'low', thread: 'M2', heightMm: 1.5 });
    const high = part({ kind: 'post', id: 'high', thread: 'M2', heightMm: 2.5 });
    expect(found('length-and-post', slot, m2Drive(), { parts: [high, low] })?.extras[0]?.item?.partId).toBe(
      'low',
    );
    expect(found('length-and-post', slot, m2Drive(), { parts: [high] })?.extras[0]?.item).toMatchObject({
      from: 'order',
      partId: null,
    });
  });

  it('uses an offset bracket made for this model, and takes the old post out of the way', () => {
    const slot = m2Slot({
      post: { nowAtMm: 42, canMoveToMm: [], tool: '5 mm nut driver' },
      roomLength: spec(90, 0.3),
    });
    const bracket = part({
      kind: 'offset-bracket',
      fromMm: 42,
      toMm: 80,
      thicknessMm: 0.4,
      forModels: ['fen'],
    });
    expect(found('length-and-post', slot, m2Drive(), { parts: [bracket], modelId: 'other' })?.outcome).toBe(
      'no',
    );
    expect(
      found('length-and-post', slot, m2Drive(), { parts: [bracket], modelId: 'fen' })?.extras[0]?.step
        ?.detail,
    ).toContain('post at 42 mm out');
  });
});

describe('height as a profile', () => {
  const bare = (own: Partial<ReturnType<typeof m2Slot>> = {}) =>
    m2Slot({ coverAt: spec(4.2, 0.05), stack: [], ...own });
  const twoChips = m2Drive({
    topHeight: null,
    topProfile: [
      { fromMm: 10, toMm: 30, height: spec(1.4, 0.05), what: 'controller' },
      { fromMm: 45, toMm: 75, height: spec(1, 0.05), what: 'flash' },
    ],
  });
  const overhang = (fromMm: number, toMm: number) => [
    { fromMm, toMm, height: spec(3.5, 0.05), what: 'shield edge' },
  ];

  it('fits where the cover overhangs only the low chips, and not where it overhangs the high one', () => {
    // 1.5 + 0.8 + 1.0 = 3.3 under 3.5; 1.5 + 0.8 + 1.4 = 3.7 is over it.
    expect(found('height', bare({ overhangs: overhang(40, 80) }), twoChips)).toMatchObject({
      outcome: 'fits',
      margin: { value: expect.closeTo(0.2, 6) },
    });
    expect(found('height', bare({ overhangs: overhang(0, 35) }), twoChips)).toMatchObject({
      outcome: 'no',
      sentence: expect.stringContaining('from 10 to 30 mm'),
    });
  });

  it('counts a rigid plate along the whole drive, since it bridges from chip to chip', () =>
    expect(
      found(
        'height',
        bare({
          overhangs: overhang(40, 80),
          stack: [{ name: 'plate', height: spec(0.2, 0.02), rigid: true, insulates: false }],
        }),
        twoChips,
      )?.outcome,
    ).toBe('no'));

  it('looks for things standing on the main board beneath a double-sided drive', () => {
    const double = m2Drive({ bottomHeight: spec(1.2, 0.05) });
    const coil = [{ fromMm: 30, toMm: 36, height: spec(0.6, 0.05), what: 'coil' }];
    expect(found('height', m2Slot(), double)?.outcome).toBe('fits');
    expect(found('height', m2Slot({ obstacles: coil }), double)).toMatchObject({
      outcome: 'no',
      sentence: expect.stringContaining('stands on the board'),
    });
  });

  it('takes the bound of a height code where nobody measured (PCI Express M.2 specification, from memory)', () => {
    const coded = (heightCode: 'S3' | 'D5') => m2Drive({ topHeight: null, bottomHeight: null, heightCode });
    expect(found('height', m2Slot({ standOff: spec(1.45, 0.05) }), coded('S3'))?.outcome).toBe('fits');
    expect(found('height', m2Slot({ standOff: spec(1.3, 0.05) }), coded('D5'))?.outcome).toBe('no');
  });

  it('asks for the cover to be measured where that is what is least sure', () => {
    const slot = m2Slot({ coverAt: readOff('ruler', 5.2) });
    expect(found('height', slot, m2Drive())).toMatchObject({
      outcome: 'unknown',
      settles: { of: 'slot', key: 'coverAt' },
    });
  });
});

describe('insulation', () => {
  const near = (own: Partial<ReturnType<typeof m2Slot>>) =>
    m2Slot({ stack: [], coverAt: spec(3.8, 0.03), ...own });
  const film = part({ kind: 'tape', widthMm: 20, thicknessMm: 0.06, insulates: true });
  const thermal = part({ kind: 'tape', id: 'thermal', widthMm: 20, thicknessMm: 0.05, insulates: false });

  it('wants an electrically insulating film within 0.2 mm of bare metal; thermal tape is not one', () => {
    const finding = found('insulation', near({ metalAbove: true }), m2Drive(), { parts: [thermal, film] });
    expect(finding).toMatchObject({ outcome: 'extras', extras: [{ item: { partId: film.id } }] });
  });

  it('asks whether it is metal, without holding the verdict up', () => {
    const verdict = judge(bareSlot(near({})), m2Drive());
    expect(verdict.findings.find((one) => one.rule === 'insulation')).toMatchObject({
      outcome: 'unknown',
      couldChange: false,
    });
    expect(verdict.outcome).not.toBe('unknown');
  });

  it('has nothing to say under a foil that insulates, or under plastic', () => {
    expect(found('insulation', near({ metalAbove: false }), m2Drive())).toBeUndefined();
    expect(
      found(
        'insulation',
        m2Slot({ stack: [{ name: 'foil', height: spec(0.1, 0.02), rigid: false, insulates: true }] }),
        m2Drive(),
      ),
    ).toBeUndefined();
  });
});

describe('pad', () => {
  const fixed = (faceMm: number, padMm: number | null) =>
    m2Slot({
      stack: [],
      coverAt: spec(8, 0.1),
      spreader: {
        kind: 'fixed',
        faceAt: spec(faceMm, 0.05),
        padNow: padMm === null ? null : { lengthMm: 80, widthMm: 20, thicknessMm: padMm },
      },
    });
  const pads = [0.5, 1, 1.5].map((thicknessMm): Part =>
    part({
      kind: 'pad',
      id: `pad-${thicknessMm * 10}`,
      name: `Pad ${thicknessMm}`,
      lengthMm: 80,
      widthMm: 20,
      thicknessMm,
    }),
  );

  // 1.5 + 0.8 + 1.38 = 3.68 to the top of the chips; 10 to 30 % compression is common practice, no source.
  it.each([
    [4.5, 1, 'fits'], // gap 0.82: 18 % pressed
    [4.5, 0.5, 'extras'], // does not touch
    [4.5, 1.5, 'extras'], // 45 %: bends the board
  ] as const)('face at %d mm with a %d mm pad: %s', (face, pad, outcome) =>
    expect(found('pad', fixed(face, pad), m2Drive(), { parts: pads })?.outcome).toBe(outcome),
  );

  it('says how far it is pressed over the tolerance of the gap', () => {
    // Root of the squares of face, stand-off, board and chips: 0.05, 0.05, 0.08, 0.05 make ±0.118.
    const finding = found('pad', fixed(4.5, 1), m2Drive());
    expect(finding).toMatchObject({ margin: { value: 18, plusMinus: 12, unit: '% pressed' } });
    expect(finding?.sentence).toContain('18 % (6 to 30 in 19 of 20)');
  });

  it('chooses the stock thickness that is pressed rightly', () =>
    expect(found('pad', fixed(4.5, null), m2Drive(), { parts: pads })?.extras[0]?.item?.partId).toBe(
      'pad-10',
    ));

  it('says what to order where no stock thickness does', () => {
    const item = found('pad', fixed(5.6, null), m2Drive(), { parts: pads })?.extras[0]?.item;
    expect(item).toMatchObject({ from: 'order', partId: null });
    expect(item?.specification).toContain('2.13 to 2.74 mm thick');
  });

  it('wants a longer pad for a longer drive under a floating spreader', () => {
    const slot = m2Slot({
      spreader: { kind: 'floating', faceAt: null, padNow: { lengthMm: 54, widthMm: 20, thicknessMm: 1 } },
    });
    expect(found('pad', slot, m2Drive({ lengthMm: 60 }), { parts: pads })?.outcome).toBe('fits');
    expect(found('pad', slot, m2Drive(), { parts: pads })).toMatchObject({
      have: '76 long',
      extras: [{ item: { partId: 'pad-10' } }],
    });
  });

  it('lays the pad of a spreader beneath before the drive goes in', () => {
    const slot = m2Slot({ spreader: { kind: 'beneath', faceAt: spec(0.4, 0.02), padNow: null } });
    expect(found('pad', slot, m2Drive(), { parts: pads })?.extras[0]?.step?.when).toBe('before-drive');
  });
});

describe('heat and power', () => {
  it('refuses more watts than the slot feeds, and asks for the label without holding the verdict up', () => {
    expect(found('power', m2Slot({ maxWatts: 8.2 }), m2Drive({ peakWatts: 5.9 }))).toMatchObject({
      outcome: 'fits',
      margin: { value: 2.3, unit: 'W' },
    });
    expect(found('power', m2Slot({ maxWatts: 5 }), m2Drive({ peakWatts: 5.9 }))?.outcome).toBe('no');
    expect(found('power', m2Slot({ maxWatts: 5 }), m2Drive())).toMatchObject({
      outcome: 'unknown',
      couldChange: false,
      settles: { key: 'peakWatts' },
    });
  });

  it('puts a spreader on a hot drive where there is air for it, and else says that it will slow down', () => {
    const bare = (coverMm: number) => m2Slot({ stack: [], coverAt: spec(coverMm, 0.05) });
    const thin = part({ kind: 'spreader', lengthMm: 70, thicknessMm: 1 });
    expect(found('heat', bare(6), m2Drive({ peakWatts: 9.5 }), { parts: [thin] })?.outcome).toBe('extras');
    expect(found('heat', bare(4.2), m2Drive({ peakWatts: 9.5 }), { parts: [thin] })).toMatchObject({
      outcome: 'fits',
      sentence: expect.stringContaining('slow down'),
    });
    expect(found('heat', bare(6), m2Drive({ peakWatts: 5 }))?.outcome).toBe('fits');
    expect(
      found(
        'heat',
        m2Slot({
          stack: [],
          coverAt: spec(6, 0.05),
          roomLength: spec(50, 0.2),
          post: { nowAtMm: 42, canMoveToMm: [], tool: null },
        }),
        m2Drive({ lengthMm: 42, peakWatts: 5 }),
        { parts: [] },
      )?.sentence,
    ).toContain('slow down');
  });
});

describe('sharing', () => {
  const place = (others: Place['others']): Partial<Place> => ({
    sharing: [{ kind: 'only-while-empty', slot: 'm2-a', protocol: 'sata', unless: 'bay-b' }],
    others,
  });
  const both = m2Slot({ protocols: ['nvme', 'sata'] });
  const stick = m2Drive({ key: 'B+M', link: sata });

  it('refuses SATA here while the bay holds a drive, and lets NVMe be', () => {
    expect(found('sharing', both, stick, place([{ slotId: 'bay-b', protocol: 'sata' }]))?.outcome).toBe('no');
    expect(found('sharing', both, stick, place([]))?.outcome).toBe('fits');
    expect(found('sharing', both, m2Drive(), place([{ slotId: 'bay-b', protocol: 'sata' }]))?.outcome).toBe(
      'fits',
    );
  });

  it('leaves fewer lanes beside a neighbour, and the speed says so', () => {
    const lanes: Partial<Place> = {
      sharing: [{ kind: 'lanes', slot: 'm2-a', with: 'm2-b', lanes: 2 }],
      others: [{ slotId: 'm2-b', protocol: 'nvme' }],
    };
    expect(found('sharing', m2Slot(), m2Drive(), lanes)?.sentence).toContain('×2');
    expect(found('speed', m2Slot(), m2Drive(), lanes)?.need).toBe('1.97 GB/s');
  });
});

describe('firmware', () => {
  const empty = m2Slot({ fitted: null, protocols: ['nvme', 'sata'] });
  const can = (own: Partial<Place['firmware']>): Partial<Place> => ({
    firmware: { startsFromNvme: null, starts4kn: null, storageMode: null, ...own },
  });

  it('does not start from NVMe where the firmware cannot, but takes it for data', () => {
    expect(found('firmware', empty, m2Drive(), can({ startsFromNvme: false }))?.outcome).toBe('no');
    expect(
      found('firmware', empty, m2Drive(), {
        ...can({ startsFromNvme: false }),
        need: { ...NO_NEED, holdsSystem: false },
      })?.outcome,
    ).toBe('fits');
    expect(found('firmware', empty, m2Drive())).toMatchObject({
      outcome: 'unknown',
      settles: { of: 'model', key: 'startsFromNvme' },
    });
  });

  it('minds native 4096-byte sectors', () => {
    expect(found('firmware', m2Slot(), m2Drive({ sectors: '4kn' }), can({ starts4kn: false }))?.outcome).toBe(
      'no',
    );
    expect(found('firmware', m2Slot(), m2Drive({ sectors: '4kn' }))?.outcome).toBe('unknown');
    expect(found('firmware', m2Slot(), m2Drive({ sectors: '4kn' }), can({ starts4kn: true }))?.outcome).toBe(
      'fits',
    );
  });
});

describe('variant', () =>
  it('comes before any verdict, with the question that settles it', () => {
    const verdict = judge(
      bareSlot(m2Slot(), NO_NEED, {
        variantAsk: {
          ask: 'Has it a fan grille?',
          answers: [
            { value: 'a', say: 'yes' },
            { value: 'b', say: 'no' },
          ],
        },
      }),
      m2Drive(),
    );
    expect(verdict.outcome).toBe('unknown');
    expect(verdict.findings.find((one) => one.settles?.of === 'model')?.settles).toMatchObject({
      key: 'variant',
      ask: 'Has it a fan grille?',
    });
  }));

describe('adding beside the old drive', () =>
  it('refuses the slot that holds it, and settles what becomes of it in an empty one', () => {
    expect(found('second-drive', m2Slot(), m2Drive(), { need: { ...NO_NEED, plan: 'add' } })?.outcome).toBe(
      'no',
    );
    const beside = found('second-drive', m2Slot({ fitted: null }), m2Drive(), {
      others: [{ slotId: 'bay-b', protocol: 'sata' }],
    });
    expect(beside).toMatchObject({ outcome: 'fits', sentence: expect.stringContaining('insulated') });
  }));

it('an unknown cannot turn a verdict that something else has ruled out', () => {
  const verdict = judge(bareSlot(m2Slot()), m2Drive({ topHeight: null, key: 'B' }));
  expect(verdict.outcome).toBe('no');
  expect(verdict.findings.find((one) => one.rule === 'height')).toMatchObject({
    outcome: 'unknown',
    couldChange: false,
  });
});
