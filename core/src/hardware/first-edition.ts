/** A document of the first edition: a list of slots, and beside it what else could be changed. */
interface FirstEdition {
  readonly slots: readonly object[];
  readonly companions?: {
    readonly memory?:
      ({ readonly sockets?: readonly string[]; readonly maxGibPerSocket?: number | null } & object) | null;
    readonly wireless?: object | null;
    readonly battery?: object | null;
  };
  readonly variants?: { readonly of?: readonly ({ readonly slots?: readonly object[] } & object)[] } | null;
}

/**
 * A machine model as it is written now, of one of the first edition; anything else as it is, for the schema
 * to judge. What that edition had no word for, such as how memory is reached, nobody has said.
 */
export function asPlaces(document: unknown): unknown {
  if (!isFirstEdition(document)) return document;
  const { slots, companions, variants, ...rest } = document;
  const { memory, ...others } = companions ?? {};
  return {
    ...rest,
    memory: memory ? without(memory, ['sockets', 'maxGibPerSocket']) : null,
    places: [
      ...slots,
      ...(memory?.sockets ?? []).map((label, at) => ({
        kind: 'memory',
        id: `memory-${at + 1}`,
        label,
        maxGib: memory?.maxGibPerSocket ?? null,
      })),
      ...(['battery', 'wireless'] as const).flatMap((kind) => {
        const facts = others[kind];
        return facts ? [{ kind, id: kind, label: SAY[kind], facts }] : [];
      }),
    ],
    ...(variants === undefined ? {} : { variants: variants && variantsOf(variants) }),
  };
}

const SAY = { battery: 'battery', wireless: 'wireless card' };

const isFirstEdition = (document: unknown): document is FirstEdition =>
  typeof document === 'object' &&
  document !== null &&
  !('places' in document) &&
  'slots' in document &&
  Array.isArray(document.slots);

const variantsOf = (variants: NonNullable<FirstEdition['variants']>): object => ({
  ...variants,
  of: (variants.of ?? []).map(({ slots, ...one }) => ({ ...one, ...(slots && { places: slots }) })),
});

const without = (from: object, names: readonly string[]): object =>
  Object.fromEntries(Object.entries(from).filter(([name]) => !names.includes(name)));
