import { m2Slot, memorySockets, model } from '../testing/samples.js';
import { companionsOf, hangsOnVariant, MachineModelSchema, placesOf, slotsOf } from './machine-model.js';

const battery = { connector: 'five blades', wireOrder: 'red black', lengthMm: 200, widthMm: 80, heightMm: 6 };
/** As the first edition wrote it: slots, and companions beside them. */
const first = (own: object = {}) => {
  const { places, memory: _, ...rest } = model();
  return {
    ...rest,
    slots: places,
    companions: {
      memory: {
        generation: 'ddr4',
        sockets: ['under the plate', 'beside it'],
        maxGibPerSocket: 16,
        maxMegatransfers: 3200,
      },
      battery,
    },
    ...own,
  };
};

describe('a model of the first edition', () => {
  it('is read as one list of places, and says the same of what can be changed', () => {
    const read = MachineModelSchema.parse(first());
    expect(read.places.map(({ id, kind }) => [id, kind])).toEqual([
      ['m2-a', 'm2'],
      ['memory-1', 'memory'],
      ['memory-2', 'memory'],
      ['battery', 'battery'],
    ]);
    expect(companionsOf(read)).toMatchObject({
      memory: {
        generation: 'ddr4',
        sockets: ['under the plate', 'beside it'],
        maxGibPerSocket: 16,
        solderedGib: 0,
      },
      battery,
      wireless: null,
    });
  });

  it('says of what it had no word for that nobody has said it', () => {
    const [socket] = MachineModelSchema.parse(first()).places.filter((one) => one.kind === 'memory');
    expect(socket).toMatchObject({ channel: null, reach: null, fittedGib: null, sources: {} });
  });

  it('is read once: what is written now is read as it stands', () => {
    const read = MachineModelSchema.parse(first());
    expect(MachineModelSchema.parse(JSON.parse(JSON.stringify(read)))).toEqual(read);
  });

  it('keeps its variants', () => {
    const variants = {
      ask: 'How many sockets?',
      of: [
        { id: 'one', answer: 'one' },
        { id: 'two', answer: 'two', slots: [m2Slot({ id: 'm2-b' })] },
      ],
    };
    const read = MachineModelSchema.parse(first({ variants }));
    expect(slotsOf(read, 'two').map(({ id }) => id)).toEqual(['m2-a', 'm2-b']);
    expect(hangsOnVariant(read, 'm2-b')).toBe(true);
    expect(hangsOnVariant(read, 'memory-1')).toBe(false);
    expect(placesOf(read, 'two')).toHaveLength(5);
  });

  it('is refused where neither edition knows it, with the place', () => {
    const told = (document: unknown) => MachineModelSchema.safeParse(document).error?.issues[0];
    expect(told(first({ slots: 'two' }))).toBeDefined();
    expect(told(first({ companions: { memory: { generation: 'ddr9', sockets: ['a'] } } }))?.path[0]).toBe(
      'memory',
    );
    expect(told(null)).toBeDefined();
  });
});

describe('places of a model', () => {
  const told = (places: ReturnType<typeof model>['places']) =>
    MachineModelSchema.safeParse({ ...model(), places }).error?.issues.map(({ message }) => message) ?? [];

  it('have names of their own, and one at least is for a drive', () => {
    expect(told([m2Slot(), ...memorySockets('a'), ...memorySockets('b')])).toEqual([
      "is 'memory-1', as another place of it",
    ]);
    expect(told(memorySockets('a'))).toEqual(['names no place for a drive']);
  });

  it('are reached by operations that the guide has', () =>
    expect(told([m2Slot(), { ...memorySockets('a')[0]!, reach: ['hatch'] }])).toEqual([
      "names the operation 'hatch', which the guide does not have",
    ]));

  it('say nothing of memory where nobody says what the board takes', () => {
    const some = { ...model(), places: [m2Slot(), ...memorySockets('a')] };
    expect(companionsOf(some).memory).toBeNull();
  });
});
