/** Earth tone of a layer: the shallowest is pale, each deeper one darker. `system` lies above the machine. */
export function layerTone(layers: readonly { id: string }[], layer: string): string {
  const at = layers.findIndex((one) => one.id === layer);
  return `var(--s${at < 0 ? 0 : Math.min(6, at + 1)})`;
}
