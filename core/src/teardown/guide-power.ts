import type { Guide, Operation } from '../hardware/index.js';
import { warn, type GuideWarning, type Written } from './guide-warning.js';
import { leadingTo } from './policy.js';

/**
 * What a workshop that always unplugs the battery cannot keep in this guide: steel or leads on the battery's
 * own way are worked with power on, on the way in and, since the mirror puts the battery back first, on the
 * way out.
 */
export function powerWarnings({ guide }: Written): GuideWarning[] {
  const batteries = guide.operations.filter((one) => one.role === 'battery');
  if (batteries.length === 0) return [];
  const own = leadingTo(
    guide.operations,
    batteries.map(({ id }) => id),
  );
  const before = guide.operations.filter((one) => own.has(one.id) && one.role === null);
  const shell = shellOf(guide, before);
  return before.flatMap((operation) => {
    const inside = layerOf(guide, operation) > shell;
    const leads = operation.takes.filter((thing) => thing.kind === 'lead').map((thing) => thing.label);
    return [
      ...(inside && operation.takes.some((thing) => thing.kind === 'screw')
        ? [warn('steel-while-live', operation, { title: operation.title })]
        : []),
      ...(leads.length > 0 && !operation.live
        ? [warn('live-unsaid', operation, { title: operation.title, leads })]
        : []),
    ];
  });
}

const layerOf = (guide: Guide, { layer }: Pick<Operation, 'layer'>): number =>
  guide.layers.findIndex((one) => one.id === layer);

/** The layer of the machine's shell: the shallowest in which screws come out on the way to the battery. */
function shellOf(guide: Guide, before: readonly Operation[]): number {
  const layers = before
    .filter((one) => one.takes.some((thing) => thing.kind === 'screw'))
    .map((one) => layerOf(guide, one));
  return layers.length === 0 ? guide.layers.length : Math.min(...layers);
}
